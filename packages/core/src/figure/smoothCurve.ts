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
  const at = (i: number): [number, number] => {
    const index = closed ? (i + count) % count : Math.min(Math.max(i, 0), count - 1);
    return [points[2 * index]!, points[2 * index + 1]!];
  };
  const knot = (a: [number, number], b: [number, number]) =>
    Math.max(Math.sqrt(Math.hypot(b[0] - a[0], b[1] - a[1])), 1e-6);
  const mix = (a: [number, number], b: [number, number], t: number): [number, number] => [
    a[0] + (b[0] - a[0]) * t,
    a[1] + (b[1] - a[1]) * t,
  ];
  const out: number[] = [];
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [p0, p1, p2, p3] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const t1 = knot(p0, p1);
    const t2 = t1 + knot(p1, p2);
    const t3 = t2 + knot(p2, p3);
    for (let part = 0; part < parts; part++) {
      const t = t1 + ((t2 - t1) * part) / parts;
      const a = mix(p0, p1, t / t1);
      const b = mix(p1, p2, (t - t1) / (t2 - t1));
      const c = mix(p2, p3, (t - t2) / (t3 - t2));
      out.push(...mix(mix(a, b, t / t2), mix(b, c, (t - t1) / (t3 - t1)), (t - t1) / (t2 - t1)));
    }
  }
  if (!closed) out.push(...at(count - 1));
  return out;
}
