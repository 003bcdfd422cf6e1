/**
 * Points of a smooth curve through points: Catmull-Rom, centripetal, so that it
 * neither loops nor overshoots where points lie close together.
 *
 * Source: C. Yuksel, S. Schaefer and J. Keyser, "On the parameterization of
 * Catmull-Rom curves", SIAM/ACM Joint Conference on Geometric and Physical Modeling (2009).
 * @param points x and y after one another
 * @param parts straight parts from one point to the next
 */
export function smoothCurve(points: readonly number[], closed: boolean, parts: number): number[] {
  const count = points.length / 2;
  if (count < 3) return [...points];
  const index = (i: number) => 2 * (closed ? (i + count) % count : Math.min(Math.max(i, 0), count - 1));
  /** Distance of two points in the curve's own parameter: the root of that in the plane. */
  const knot = (a: number, b: number) =>
    Math.max(Math.sqrt(Math.hypot(points[b]! - points[a]!, points[b + 1]! - points[a + 1]!)), 1e-6);
  const out: number[] = [];
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [a, b, c, d] = [index(i - 1), index(i), index(i + 1), index(i + 2)];
    const [before, here, after] = [knot(a, b), knot(b, c), knot(c, d)];
    for (const axis of [0, 1] as const) {
      const [p0, p1, p2, p3] = [points[a + axis]!, points[b + axis]!, points[c + axis]!, points[d + axis]!];
      // The same curve as a cubic Hermite spline: its slopes at both ends, per part of the parameter in between.
      const start = here * ((p1 - p0) / before - (p2 - p0) / (before + here) + (p2 - p1) / here);
      const end = here * ((p2 - p1) / here - (p3 - p1) / (here + after) + (p3 - p2) / after);
      for (let part = 0; part < parts; part++) {
        const t = part / parts;
        const u = 1 - t;
        out[2 * (i * parts + part) + axis] =
          u * u * (1 + 2 * t) * p1 + t * u * u * start + t * t * (3 - 2 * t) * p2 - t * t * u * end;
      }
    }
  }
  if (!closed) out.push(points[index(count - 1)]!, points[index(count - 1) + 1]!);
  return out;
}
