import { del } from 'idb-keyval';
import { forgetPlace } from './placeInFilm';
import { dropEdits } from './keptEdits';

/** Under which a film's undo steps are kept in the browser. */
export const historyKey = (id: string): string => `history:${id}`;

/** What the browser has kept of a film goes with it. */
export async function forgetFilm(id: string): Promise<void> {
  forgetPlace(id);
  await Promise.all([del(historyKey(id)).catch(() => {}), dropEdits(id)]);
}
