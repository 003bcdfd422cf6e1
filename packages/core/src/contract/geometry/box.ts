import type { Matrix } from './matrix';

/** A box: left, top, right, bottom. */
export type Box = [number, number, number, number];

export const emptyBox = (): Box => [Infinity, Infinity, -Infinity, -Infinity];

/** Makes room for a point, with some space around it. */
export function addPoint(box: Box, x: number, y: number, margin: number): void {
  box[0] = Math.min(box[0], x - margin);
  box[1] = Math.min(box[1], y - margin);
  box[2] = Math.max(box[2], x + margin);
  box[3] = Math.max(box[3], y + margin);
}

/** Makes room for points: x and y after one another. */
export function addPoints(box: Box, points: Float32Array, margin: number): void {
  for (let i = 0; i < points.length; i += 2) addPoint(box, points[i]!, points[i + 1]!, margin);
}

/** Makes room for the corners of another box, through a matrix; what has no end has none afterwards. */
export function addBox(box: Box, inner: Box, [a, b, c, d, e, f]: Matrix): void {
  if (inner[0] === -Infinity && inner[2] === Infinity) {
    box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
    return;
  }
  for (const x of [inner[0], inner[2]]) {
    for (const y of [inner[1], inner[3]]) {
      if (Number.isFinite(x) && Number.isFinite(y)) addPoint(box, a * x + c * y + e, b * x + d * y + f, 0);
    }
  }
}

/** What two boxes share. */
export const shared = (a: Box, b: Box): Box => [
  Math.max(a[0], b[0]),
  Math.max(a[1], b[1]),
  Math.min(a[2], b[2]),
  Math.min(a[3], b[3]),
];

/** A box with so much more on each side. */
export const grown = ([left, top, right, bottom]: Box, by: number): Box => [
  left - by,
  top - by,
  right + by,
  bottom + by,
];
