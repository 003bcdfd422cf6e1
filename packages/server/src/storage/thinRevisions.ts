/** Milliseconds of a day. */
export const day = 24 * 3600 * 1000;

/** A revision of a film, as far as it matters here. */
export interface Dated {
  revision: number;
  savedAt: string;
}

/**
 * Which revisions of a film go: all of the last day stay, of each day of the last month the last one, of each week before
 * that the last one; and always the newest.
 */
export function thinned<T extends Dated>(revisions: readonly T[], now: number): T[] {
  const newest = [...revisions].sort((a, b) => b.revision - a.revision);
  const taken = new Set<string>();
  return newest.filter(({ savedAt }, i) => {
    const time = Date.parse(savedAt);
    const age = now - time;
    if (i === 0 || age < day || Number.isNaN(time)) return false;
    const slot = age < 30 * day ? `day ${Math.floor(time / day)}` : `week ${Math.floor(time / (7 * day))}`;
    if (!taken.has(slot)) {
      taken.add(slot);
      return false;
    }
    return true;
  });
}
