import type { Ear, Film, Track } from './schema';

/** Tracks in the sound of the film. */
export const playedTracks = (film: Pick<Film, 'tracks'>): Track[] =>
  film.tracks.filter((track) => track.heard);

/** Tracks that an ear listens to: the ones it names, or else all that are listened to. */
export function heardTracks(film: Film, ear: Ear): Track[] {
  return film.tracks.filter((track) =>
    ear.tracks.length === 0 ? track.listened : ear.tracks.includes(track.id),
  );
}
