import type { Box } from '../../contract';
import { flattenParts } from './flatten';
import type { Path } from './path';

const known = new WeakMap<Path, Box>();

/** The box around a path: left, top, right, bottom. */
export function pathBounds(path: Path): Box {
  let box = known.get(path);
  if (!box) known.set(path, (box = findBounds(path)));
  return box;
}

function findBounds(path: Path): Box {
  const box: Box = [Infinity, Infinity, -Infinity, -Infinity];
  for (const { points } of flattenParts(path, 0.5)) {
    for (const { x, y } of points) {
      box[0] = Math.min(box[0], x);
      box[1] = Math.min(box[1], y);
      box[2] = Math.max(box[2], x);
      box[3] = Math.max(box[3], y);
    }
  }
  return box;
}
