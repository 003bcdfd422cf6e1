import { cornerPoint, type DrawnPoint } from '@cyclogram/core';
import fitCurve from 'fit-curve';
import { newId } from '../editor/newId';

/** Changes of the points of a drawn curve. */

/** To tenths of a picture unit; adding 0 makes a negative zero a plain one. */
const tidy = (value: number) => Math.round(value * 10) / 10 + 0;
const tidyPoint = (x: number, y: number) => ({ x: tidy(x), y: tidy(y) });

const replaced = (points: readonly DrawnPoint[], index: number, part: Partial<DrawnPoint>): DrawnPoint[] =>
  points.map((point, i) => (i === index ? { ...point, ...part } : point));

/** Moves a point, its handles with it. */
export const movePoint = (points: readonly DrawnPoint[], index: number, x: number, y: number): DrawnPoint[] =>
  replaced(points, index, { at: tidyPoint(x, y) });

/** Moves a handle to an offset from its point; of a smooth point, the other one stays in line and as long as it is. */
export function moveHandle(
  points: readonly DrawnPoint[],
  index: number,
  side: 'in' | 'out',
  x: number,
  y: number,
): DrawnPoint[] {
  const point = points[index]!;
  const other = side === 'in' ? 'out' : 'in';
  const part: Partial<DrawnPoint> = { [side]: tidyPoint(x, y) };
  const length = Math.hypot(x, y);
  if (point.smooth && length > 0) {
    const handle = Math.hypot(point[other].x, point[other].y);
    part[other] = tidyPoint((-x / length) * handle, (-y / length) * handle);
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
  const { x, y } = point.at;
  if (point.smooth) return replaced(points, index, cornerPoint(point.id, x, y));
  const neighbour = (step: number) =>
    closed ? points.at((index + step) % points.length)! : (points[index + step] ?? point);
  const [before, after] = [neighbour(-1).at, neighbour(1).at];
  const [dx, dy] = [after.x - before.x, after.y - before.y];
  const length = Math.hypot(dx, dy) || 1;
  const handle = (other: { x: number; y: number }) => Math.hypot(other.x - x, other.y - y) / 3 || length / 6;
  const [back, on] = [handle(before), handle(after)];
  return replaced(points, index, {
    in: tidyPoint((-dx / length) * back, (-dy / length) * back),
    out: tidyPoint((dx / length) * on, (dy / length) * on),
    smooth: true,
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
  const positions = trace.map(([x, y]): [number, number] => [x, y]);
  if (closed && positions.length > 2) positions.push(positions[0]!);
  const curves = fitCurve(positions, tolerance ** 2);
  if (curves.length === 0) return [];
  const corner = ([x, y]: readonly number[]) => cornerPoint(newId('point'), x!, y!);
  const points = [corner(curves[0]![0])];
  for (const [from, out, inward, to] of curves) {
    points.at(-1)!.out = { x: out[0] - from[0], y: out[1] - from[1] };
    points.push({ ...corner(to), in: { x: inward[0] - to[0], y: inward[1] - to[1] } });
  }
  // The last point of a closed line is the first one again.
  if (closed && points.length > 2) points[0]!.in = points.pop()!.in;
  return points.map((point) => {
    const before = Math.atan2(-point.in.y, -point.in.x);
    const after = Math.atan2(point.out.y, point.out.x);
    const bend = Math.abs(Math.atan2(Math.sin(after - before), Math.cos(after - before)));
    const both = Math.hypot(point.in.x, point.in.y) > 0 && Math.hypot(point.out.x, point.out.y) > 0;
    return {
      id: point.id,
      at: tidyPoint(point.at.x, point.at.y),
      in: tidyPoint(point.in.x, point.in.y),
      out: tidyPoint(point.out.x, point.out.y),
      smooth: both && bend < smoothWithin,
    };
  });
}
