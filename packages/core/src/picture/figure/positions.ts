import type { Path, PathPoint } from '../path/path';

const kept = new WeakMap<Path, Map<string, unknown>>();
const maxKept = 24;

/**
 * What was worked out for a path, kept: marks stand on the same places frame after frame.
 * @param key tells it apart from other things worked out for the same path
 */
export function keptOn<T>(path: Path, key: string, make: () => T): T {
  let all = kept.get(path);
  if (!all) kept.set(path, (all = new Map<string, unknown>()));
  let value = all.get(key) as T | undefined;
  if (value === undefined) {
    if (all.size >= maxKept) all.clear();
    all.set(key, (value = make()));
  }
  return value;
}

/** Places of a path at arc lengths, kept. */
export const keptPositions = (
  path: Path,
  key: string,
  lengths: () => readonly number[],
): readonly PathPoint[] => keptOn(path, key, () => lengths().map((s) => path.at(s)));
