import { EarHearing, hearStretch, stretchesFrom, type Film, type LevelTable } from '@cyclogram/core';
import { PcmMixReader } from '../media/pcmReader';
import { earFiles, filmLength, type FilmTracks } from './filmTracks';

/** Seconds of song analysed between two reports of progress. */
const stretchSeconds = 10;

/** Level tables of a film's ears, in memory that threads share. */
export type EarTables = Map<string, LevelTable>;

/** Ids of the ears that a film's picture depends on. */
export const usedEars = (film: Film) =>
  film.ears.map(({ id }) => id).filter((id) => film.layers.some((layer) => layer.ear === id));

/**
 * Hears a whole film, or the part of it around a moment. Blocks: for worker threads.
 * @param earIds the ears to hear
 * @param part seconds [from, to] that are needed, for a single picture; levels
 *   elsewhere stay silent. Smoothing starts settled at `from`.
 */
export async function hearFilm(
  film: Film,
  tracks: FilmTracks,
  earIds: string[] = usedEars(film),
  part?: [number, number],
): Promise<EarTables> {
  const tables: EarTables = new Map();
  for (const ear of film.ears.filter(({ id }) => earIds.includes(id))) {
    const hearing = new EarHearing(ear, filmLength(tracks));
    const reader = new PcmMixReader(earFiles(film, ear, tracks), ear.channel);
    try {
      const stretches = stretchesFrom(hearing.moments, 0, hearing.rate * stretchSeconds).filter(
        ({ first, count }) =>
          !part || ((first + count) / hearing.rate >= part[0] && first / hearing.rate <= part[1]),
      );
      for (const stretch of stretches)
        await hearStretch(hearing, (start, out) => reader.read(start, out), stretch);
    } finally {
      reader.close();
    }
    hearing.settle();
    const levels = new Float32Array(new SharedArrayBuffer(hearing.levels.byteLength));
    levels.set(hearing.levels);
    tables.set(ear.id, { bands: hearing.bands, rate: hearing.rate, levels });
  }
  return tables;
}
