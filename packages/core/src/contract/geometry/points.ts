import type { Matrix } from './matrix';

/** Points through a matrix; every `stride` numbers begin with an x and a y. */
export function movePoints(points: Float32Array, [a, b, c, d, e, f]: Matrix, stride = 2): Float32Array {
  const out = points.slice();
  for (let i = 0; i < points.length; i += stride) {
    const [x, y] = [points[i]!, points[i + 1]!];
    out[i] = a * x + c * y + e;
    out[i + 1] = b * x + d * y + f;
  }
  return out;
}

/** The points of an outline from its end to its start. */
export function reversedPoints(points: Float32Array): Float32Array {
  const out = new Float32Array(points.length);
  for (let i = 0; i < points.length; i += 2) {
    out[i] = points[points.length - 2 - i]!;
    out[i + 1] = points[points.length - 1 - i]!;
  }
  return out;
}

/** Arrays one after the other. */
export function joinedPoints(arrays: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(arrays.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const array of arrays) {
    out.set(array, at);
    at += array.length;
  }
  return out;
}
