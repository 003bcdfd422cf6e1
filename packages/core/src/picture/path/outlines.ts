import { flattenParts } from './flatten';
import type { Path } from './path';

/** Outlines of paths: they stay for as long as their paths do. */
const outlines = new WeakMap<Path, Float32Array[]>();

/** The lines of a path: x and y of their points. */
export function outlinesOf(path: Path): Float32Array[] {
  let all = outlines.get(path);
  if (!all) {
    all = flattenParts(path).map(({ points }) => Float32Array.from(points.flatMap(({ x, y }) => [x, y])));
    outlines.set(path, all);
  }
  return all;
}

/** Outlines of shapes, fitted into a square of side 1 around 0, 0: x and y after one another. */
export type Outlines = readonly (readonly number[])[];
