import { pcmSampleRate } from '../../sound';
import type { Film } from './film';
import type { Track } from './track';

/** Where a track's samples lie in the film, all in samples. */
export interface Placement {
  /** Place in the film of the first sample used. */
  start: number;
  /** The samples of the file that are used: [first, last). */
  first: number;
  last: number;
}

/**
 * Places a track in the film.
 * @param length samples in its file, per channel
 */
export function placeTrack({ start, in: from, out }: Track, length: number): Placement {
  const sample = (seconds: number) => Math.round(seconds * pcmSampleRate);
  const first = Math.min(sample(from), length);
  const last = Math.max(first, Math.min(out === null ? length : sample(out), length));
  return { start: sample(start), first, last };
}

/** Place in the film at which a track ends, in samples. */
export const placementEnd = ({ start, first, last }: Placement) => start + last - first;

/**
 * What of the stretch [start, end) of the film a track covers: samples [from, to)
 * of its file, the first of which stands `offset` samples into the stretch.
 * Undefined when it covers nothing.
 */
export function coveredPart(
  { start: placed, first, last }: Placement,
  start: number,
  end: number,
): { from: number; to: number; offset: number } | undefined {
  const from = Math.max(first, first + start - placed);
  const to = Math.min(last, first + end - placed);
  return to > from ? { from, to, offset: placed - first + from - start } : undefined;
}

/**
 * Length of a film in samples: as set, or that of its longest heard track; of
 * its longest track when none is heard.
 * @param lengthOf samples in a track's file; undefined while it is not known
 */
export function filmSamples(
  film: Pick<Film, 'tracks' | 'length'>,
  lengthOf: (track: Track) => number | undefined,
): number {
  if (film.length !== null) return Math.round(film.length * pcmSampleRate);
  const end = (track: Track) => {
    const length = lengthOf(track);
    return length === undefined ? 0 : placementEnd(placeTrack(track, length));
  };
  const played = film.tracks.filter((track) => track.soundtrack);
  return Math.max(0, ...(played.length > 0 ? played : film.tracks).map(end));
}
