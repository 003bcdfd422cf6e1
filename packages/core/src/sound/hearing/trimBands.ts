import type { Ear } from '../ear/ear';
import { dividesEqually } from '../spectrum/scales';

/**
 * The ear without its silent first and last bands: range, number, edges, names
 * and mutes of what is left, each band where it was. Undefined when there is
 * nothing to trim, or nothing would be left.
 * @param edges of all its bands in Hz
 * @param silent whether each band never gets above the floor
 */
export function trimSilentBands(
  ear: Ear,
  edges: ArrayLike<number>,
  silent: readonly boolean[],
): Partial<Ear> | undefined {
  const first = silent.indexOf(false);
  const last = silent.lastIndexOf(false);
  if (first < 0 || (first === 0 && last === silent.length - 1)) return undefined;
  const mutes = ear.mutes.filter((band) => band >= first && band <= last).map((band) => band - first);
  if (ear.scale === 'hand') {
    return {
      edges: ear.edges.slice(first, last + 2),
      bandNames: ear.bandNames.slice(first, last + 1),
      mutes,
    };
  }
  const range = { fromHz: Math.max(edges[first]!, 1), toHz: edges[last + 1]!, mutes };
  return dividesEqually(ear.scale) ? { ...range, bands: last - first + 1 } : range;
}
