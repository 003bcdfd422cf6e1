import { cos, sin } from '../../contract';
import type { Path } from '../path/path';
import { mapPath } from '../path/path';

const made = new WeakMap<Path, Map<number, Path>>();

/** The same path with all marks in one direction: degrees from the right, clockwise. */
export function withDirection(path: Path, angle: number): Path {
  let all = made.get(path);
  if (!all) made.set(path, (all = new Map()));
  let fixed = all.get(angle);
  if (!fixed) {
    const radians = (angle * Math.PI) / 180;
    const [normalX, normalY] = [cos(radians), sin(radians)];
    if (all.size >= 50) all.clear();
    all.set(angle, (fixed = mapPath(path, 1, ({ x, y }) => ({ x, y, normalX, normalY }))));
  }
  return fixed;
}
