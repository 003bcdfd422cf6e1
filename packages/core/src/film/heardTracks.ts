import type { Ear, Film, Track } from './schema';

/** Tracks that are played: those not muted. */
export const playedTracks = (film: Film): Track[] => film.tracks.filter((track) => !track.muted);

/** Tracks that an ear listens to: the ones it names, muted or not, or else what is played. */
export function heardTracks(film: Film, ear: Ear): Track[] {
  return ear.tracks.length === 0
    ? playedTracks(film)
    : film.tracks.filter((track) => ear.tracks.includes(track.id));
}
