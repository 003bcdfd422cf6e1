import { sliceEars, type Film, type HearingTables } from '@cyclogram/core';

/** Lets go of the tables of ears, slices and followers that a film does not have. */
export function dropTables({ ears, waveforms, followers }: HearingTables, film: Film): void {
  const heard = new Set([...film.ears, ...sliceEars(film)].map(({ id }) => id));
  const followed = new Set(film.followers.map(({ id }) => id));
  for (const id of ears.keys()) if (!heard.has(id)) ears.delete(id);
  for (const id of waveforms.keys()) if (!heard.has(id)) waveforms.delete(id);
  for (const id of followers.keys()) if (!followed.has(id)) followers.delete(id);
}
