import type { StoredFilm } from '../api/films';
import { dropEdits, keptEdits, type KeptEdits } from './keptEdits';
import { keepHistory, keptHistory } from './useFilmSaving';

/** A save that was sent when the page was left may take so long, in milliseconds; it is looked for so often. */
const onItsWay = 4000;
const lookEvery = 400;
const looks = 3;

export interface Kept {
  /** The film as the server has it now. */
  stored: StoredFilm;
  history: Pick<KeptEdits, 'past' | 'future'>;
  /** Edits that the server does not have; null, for a query has no undefined. */
  edits: KeptEdits | null;
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** The order of properties does not matter. */
const sorted = (_key: string, value: unknown) =>
  value && typeof value === 'object' && !Array.isArray(value)
    ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
    : value;
const same = (a: unknown, b: unknown) => JSON.stringify(a, sorted) === JSON.stringify(b, sorted);

/**
 * What the browser has kept of a film that is opened: its undo steps, and edits that never reached the server. Edits that
 * it turns out to have are none: they were on their way when the page was left.
 * @param look reads the film from the server once more
 */
export async function whatIsKept(stored: StoredFilm, look: () => Promise<StoredFilm>): Promise<Kept> {
  const edits = await keptEdits(stored.id);
  if (!edits) return { stored, history: await keptHistory(stored.id, stored.revision), edits: null };
  const isNew = Date.now() - Date.parse(edits.at) < onItsWay;
  let now = stored;
  for (
    let i = 0;
    i < looks && isNew && now.revision === edits.revision && !same(now.document, edits.film);
    i++
  ) {
    await pause(lookEvery);
    now = await look();
  }
  if (!same(now.document, edits.film)) return { stored: now, history: { past: [], future: [] }, edits };
  const { past, future } = edits;
  await keepHistory(stored.id, { revision: now.revision, past, future });
  await dropEdits(stored.id);
  return { stored: now, history: { past, future }, edits: null };
}
