import type { Film } from '@cyclogram/core';
import { del, get, set } from 'idb-keyval';
import type { Change } from './history';

/** Edits that the server does not have yet, kept in the browser until it does. */
export interface KeptEdits {
  /** Revision on the server that they are based on. */
  revision: number;
  film: Film;
  past: Change[];
  future: Change[];
  /** When they were made, as an ISO 8601 text. */
  at: string;
}

const key = (id: string) => `unsaved:${id}`;

/** Keeps edits of a film. What cannot be kept is lost only if the server does not get it, either. */
export const keepEdits = (id: string, edits: KeptEdits): Promise<void> => set(key(id), edits).catch(() => {});

/** Edits that were kept and never reached the server; none when that has them. */
export const keptEdits = (id: string): Promise<KeptEdits | undefined> =>
  get<KeptEdits>(key(id)).catch(() => undefined);

export const dropEdits = (id: string): Promise<void> => del(key(id)).catch(() => {});
