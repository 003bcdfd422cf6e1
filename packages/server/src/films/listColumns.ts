import { filmSamples, parseFilm, pcmSampleRate, type Film } from '@cyclogram/core';
import type { FilmRow } from '../db/entities';

export type ListColumns = Pick<FilmRow, 'width' | 'height' | 'fps' | 'seconds'>;

const unknown: ListColumns = { width: null, height: null, fps: null, seconds: null };

/**
 * What lists show of a film.
 * @param document a film, or its JSON
 * @param samplesOf length of a decoded sound by its SHA-256; what is missing counts as nothing
 */
export function listColumns(
  document: Film | string,
  samplesOf: (sha256: string) => number | undefined,
): ListColumns {
  try {
    const film = typeof document === 'string' ? parseFilm(JSON.parse(document)) : document;
    const samples = filmSamples(film, ({ source }) => samplesOf(source.asset ?? ''));
    return { width: film.width, height: film.height, fps: film.fps, seconds: samples / pcmSampleRate };
  } catch {
    // A film that cannot be read is listed as such.
    return unknown;
  }
}
