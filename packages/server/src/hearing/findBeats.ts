import { estimateBeats, FluxListener, type Beats, type Film } from '@cyclogram/core';
import { PcmMixReader } from '../media/pcmReader';
import { filmLength, type FilmTracks } from './filmTracks';
import { hearAll } from './hearFilm';

/** Range in which beats are looked for, in Hz. */
const range = [30, 16000] as const;

/** Tempo and beats of the tracks that are analysed; undefined when nothing repeats. Blocks: for worker threads. */
export async function findBeats(film: Film, tracks: FilmTracks): Promise<Beats | undefined> {
  const listener = new FluxListener('mid', ...range, filmLength(film, tracks));
  const listened = film.tracks.filter((track) => track.analysed).map(({ id }) => tracks[id]!);
  const reader = new PcmMixReader(listened);
  try {
    await hearAll(listener, (signal, start, out) => reader.read(signal, start, out));
  } finally {
    reader.close();
  }
  return estimateBeats(listener.raw(), listener.rate);
}
