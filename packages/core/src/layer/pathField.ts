import { flattenParts } from '../path/flatten';
import type { Path } from '../path/path';

/** The path that a layer is drawn along. */
export const pathField = {
  kind: 'reference',
  key: 'path',
  label: 'Path',
  to: 'paths',
  hidden: true,
  driven: false,
} as const;

/** Lines of paths: they stay for as long as their paths do. */
const known = new WeakMap<Path, Float32Array[]>();

/** The lines of a path as points. */
export function linesOf(path: Path): Float32Array[] {
  let lines = known.get(path);
  if (!lines) {
    lines = flattenParts(path).map(({ points }) => Float32Array.from(points.flatMap(({ x, y }) => [x, y])));
    known.set(path, lines);
  }
  return lines;
}

export const endsChoice = {
  kind: 'choice',
  key: 'ends',
  label: 'Ends',
  choices: [
    { value: 'round', label: 'Round' },
    { value: 'flat', label: 'Flat' },
  ],
  default: 'round',
} as const;
