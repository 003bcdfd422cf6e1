import type { Ear } from '../../sound';
import type { Film } from './film';
import type { Track } from './track';

/** Tracks in the sound of the film. */
export const playedTracks = (film: Pick<Film, 'tracks'>): Track[] =>
  film.tracks.filter((track) => track.soundtrack);

/** Tracks that an ear listens to: the ones it names, or else all that are listened to. */
export function tracksOfEar(film: Film, ear: Ear): Track[] {
  return film.tracks.filter((track) =>
    ear.tracks.length === 0 ? track.analysed : ear.tracks.includes(track.id),
  );
}
