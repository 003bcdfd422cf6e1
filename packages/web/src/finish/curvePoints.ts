import { curveThrough, type CurvePoint } from '@cyclogram/core';

/** What is done to the points of a curve. */

/** Points keep this far apart. */
const min = 0.005;

const within = (value: number, low = 0, high = 1) => Math.min(high, Math.max(low, value));
const rounded = (value: number) => Math.round(value * 1000) / 1000;

/** Adds a point; the first one of a curve brings the ends along. */
export function addPoint(
  points: readonly CurvePoint[],
  { at, value }: { at: number; value: number },
  id: string,
  newId: () => string,
): CurvePoint[] {
  const ends =
    points.length > 0
      ? points
      : [
          { id: newId(), at: 0, value: 0 },
          { id: newId(), at: 1, value: 1 },
        ];
  const added = { id, at: rounded(within(at)), value: rounded(within(value)) };
  const others = ends.filter((one) => Math.abs(one.at - added.at) >= min);
  return [...others, added].sort((a, b) => a.at - b.at);
}

/** Moves a point, at most up to its neighbours. */
export function movePoint(
  points: readonly CurvePoint[],
  id: string,
  { at, value }: { at: number; value: number },
): CurvePoint[] {
  const index = points.findIndex((point) => point.id === id);
  const [before, next] = [points[index - 1], points[index + 1]];
  const low = before ? before.at + min : 0;
  const high = next ? next.at - min : 1;
  const position = rounded(within(at, low, Math.max(low, high)));
  return points.map((point, i) =>
    i === index ? { ...point, at: position, value: rounded(within(value)) } : point,
  );
}

/** Removes a point. Two that are left and change nothing go with it. */
export function removePoint(points: readonly CurvePoint[], id: string): CurvePoint[] {
  const left = points.filter((point) => point.id !== id);
  const curve = curveThrough(left);
  const plain = left.length <= 2 && [0, 0.5, 1].every((x) => Math.abs(curve(x) - x) < 1e-6);
  return plain ? [] : left;
}
