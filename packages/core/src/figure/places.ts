import type { Path, PathPoint } from '../path/path';

const kept = new WeakMap<Path, Map<string, readonly PathPoint[]>>();
const mostKept = 24;

/**
 * Places of a path at arc lengths, kept: marks stand on the same ones frame after frame.
 * @param key tells the arc lengths apart from others on the same path
 */
export function keptPlaces(path: Path, key: string, lengths: () => readonly number[]): readonly PathPoint[] {
  let all = kept.get(path);
  if (!all) kept.set(path, (all = new Map()));
  let places = all.get(key);
  if (!places) {
    if (all.size >= mostKept) all.clear();
    all.set(key, (places = lengths().map((s) => path.at(s))));
  }
  return places;
}
