import { cornerPoint, type DrawnPoint } from '@cyclogram/core';
import fitCurve from 'fit-curve';

/** Changes of the points of a drawn curve. */

/** To tenths of a picture unit; adding 0 makes a negative zero a plain one. */
const tidy = (value: number) => Math.round(value * 10) / 10 + 0;

const replaced = (points: readonly DrawnPoint[], index: number, part: Partial<DrawnPoint>): DrawnPoint[] =>
  points.map((point, i) => (i === index ? { ...point, ...part } : point));

/** Moves a point, its handles with it. */
export const movePoint = (points: readonly DrawnPoint[], index: number, x: number, y: number): DrawnPoint[] =>
  replaced(points, index, { x: tidy(x), y: tidy(y) });

/** Moves a handle to an offset from its point; of a smooth point, the other one stays in line and as long as it is. */
export function moveHandle(
  points: readonly DrawnPoint[],
  index: number,
  side: 'in' | 'out',
  x: number,
  y: number,
): DrawnPoint[] {
  const point = points[index]!;
  const [own, other] = side === 'in' ? (['in', 'out'] as const) : (['out', 'in'] as const);
  const part: Partial<DrawnPoint> = { [`${own}X`]: tidy(x), [`${own}Y`]: tidy(y) };
  const length = Math.hypot(x, y);
  if (point.smooth && length > 0) {
    const reach = Math.hypot(point[`${other}X`], point[`${other}Y`]);
    Object.assign(part, {
      [`${other}X`]: tidy((-x / length) * reach),
      [`${other}Y`]: tidy((-y / length) * reach),
    });
  }
  return replaced(points, index, part);
}

export const removePoint = (points: readonly DrawnPoint[], index: number): DrawnPoint[] =>
  points.filter((_, i) => i !== index);

/** Makes a corner of a smooth point; of a corner a smooth point, its handles along the line of its neighbours. */
export function toggleSmooth(
  { points, closed }: { points: readonly DrawnPoint[]; closed: boolean },
  index: number,
): DrawnPoint[] {
  const point = points[index]!;
  if (point.smooth) return replaced(points, index, cornerPoint(point.x, point.y));
  const neighbour = (step: number) =>
    closed ? points.at((index + step) % points.length)! : (points[index + step] ?? point);
  const [before, after] = [neighbour(-1), neighbour(1)];
  const [dx, dy] = [after.x - before.x, after.y - before.y];
  const length = Math.hypot(dx, dy) || 1;
  const reach = (other: DrawnPoint) => Math.hypot(other.x - point.x, other.y - point.y) / 3 || length / 6;
  const [back, on] = [reach(before), reach(after)];
  return replaced(points, index, {
    ...{ inX: tidy((-dx / length) * back), inY: tidy((-dy / length) * back) },
    ...{ outX: tidy((dx / length) * on), outY: tidy((dy / length) * on), smooth: true },
  });
}

/** Two directions within this angle, in radians, are one: the point between them is smooth. */
const smoothWithin = 0.2;

/**
 * A line drawn by hand as Bezier curves (Schneider's algorithm, Graphics Gems, 1990).
 * @param trace places of the pointer
 * @param tolerance how far the curves may be off, in picture units
 */
export function simplifyTrace(
  trace: readonly (readonly [number, number])[],
  tolerance: number,
  closed: boolean,
): DrawnPoint[] {
  const places = trace.map(([x, y]): [number, number] => [x, y]);
  if (closed && places.length > 2) places.push(places[0]!);
  const curves = fitCurve(places, tolerance ** 2);
  if (curves.length === 0) return [];
  const points = [cornerPoint(...(curves[0]![0] as [number, number]))];
  for (const [from, out, inward, to] of curves) {
    Object.assign(points.at(-1)!, { outX: out[0] - from[0], outY: out[1] - from[1] });
    points.push({ ...cornerPoint(...to), inX: inward[0] - to[0], inY: inward[1] - to[1] });
  }
  if (closed && points.length > 2) {
    // The last point is the first one again.
    const last = points.pop()!;
    Object.assign(points[0]!, { inX: last.inX, inY: last.inY });
  }
  return points.map((point) => {
    const [before, after] = [Math.atan2(-point.inY, -point.inX), Math.atan2(point.outY, point.outX)];
    const bend = Math.abs(Math.atan2(Math.sin(after - before), Math.cos(after - before)));
    const both = Math.hypot(point.inX, point.inY) > 0 && Math.hypot(point.outX, point.outY) > 0;
    const values = Object.entries(point).map(([key, value]) => [
      key,
      typeof value === 'number' ? tidy(value) : value,
    ]);
    return { ...(Object.fromEntries(values) as DrawnPoint), smooth: both && bend < smoothWithin };
  });
}
