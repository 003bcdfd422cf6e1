import {
  followsBeats,
  EarHearing,
  FollowerHearing,
  hearStretch,
  PartReader,
  pcmSampleRate,
  sliceEars,
  stretchesFrom,
  usedFollowers,
  usedEars,
  waveformEars,
  WaveformListener,
  type Ear,
  type Film,
  type FollowerTable,
  type HearingTables,
  type LevelTable,
  type ReadSignal,
  type SongListener,
  type Waveform,
} from '@cyclogram/core';
import { PcmMixReader } from '../media/pcmReader';
import { earFiles, filmLength, type FilmTracks } from './filmTracks';

/** Seconds of song analysed at a time. */
const stretchSeconds = 10;

/** Gives `use` what an ear listens to: its tracks, and only its part of them. */
export async function withEarSound<T>(
  film: Film,
  ear: Ear,
  tracks: FilmTracks,
  use: (read: ReadSignal) => Promise<T>,
): Promise<T> {
  const reader = new PcmMixReader(earFiles(film, ear, tracks));
  try {
    return await use(new PartReader((signal, start, out) => reader.read(signal, start, out)).of(ear.part));
  } finally {
    reader.close();
  }
}

/** Lets a listener hear all of a film, or [from, to] seconds of it. */
export async function hearAll(
  listener: SongListener,
  read: ReadSignal,
  part?: [number, number],
): Promise<void> {
  const { rate, moments } = listener;
  const stretches = stretchesFrom(moments, 0, rate * stretchSeconds).filter(
    ({ first, count }) => !part || ((first + count) / rate >= part[0] && first / rate <= part[1]),
  );
  for (const stretch of stretches) await hearStretch(listener, read, stretch);
}

/** A copy in memory that threads share. */
function shared(values: Float32Array): Float32Array {
  const copy = new Float32Array(new SharedArrayBuffer(values.byteLength));
  copy.set(values);
  return copy;
}

/**
 * Hears a film's ears, or the part of it around a moment. Blocks: for worker threads.
 * @param earIds the ears to hear
 * @param part seconds [from, to] that are needed, for a single picture; levels
 *   elsewhere stay silent. Smoothing starts settled at `from`.
 */
export async function hearEars(
  film: Film,
  tracks: FilmTracks,
  earIds: string[] = heardEars(film),
  part?: [number, number],
): Promise<Map<string, LevelTable>> {
  const tables = new Map<string, LevelTable>();
  for (const ear of [...film.ears, ...sliceEars(film)].filter(({ id }) => earIds.includes(id))) {
    const hearing = await hearEar(film, ear, tracks, part);
    const { shown, rate, levels, peaks } = hearing;
    tables.set(ear.id, {
      bands: shown.length,
      rate,
      first: 0,
      levels: shared(levels),
      ...(peaks ? { peaks: shared(peaks) } : {}),
    });
  }
  return tables;
}

/** What one ear hears of a film, settled. */
export async function hearEar(film: Film, ear: Ear, tracks: FilmTracks, part?: [number, number]) {
  const hearing = new EarHearing(ear, filmLength(film, tracks));
  await withEarSound(film, ear, tracks, (read) => hearAll(hearing, read, part));
  hearing.settle();
  return hearing;
}

/** What a film's followers hear, or some of them, settled; those that follow the beat hear nothing. */
export async function hearFollowers(
  film: Film,
  tracks: FilmTracks,
  ids: readonly string[] = film.followers.map(({ id }) => id),
): Promise<Map<string, FollowerHearing>> {
  const analysed = new Map<string, FollowerHearing>();
  for (const follower of film.followers) {
    if (followsBeats(follower) || !ids.includes(follower.id)) continue;
    const ear = film.ears.find(({ id }) => id === follower.ear)!;
    const hearing = new FollowerHearing(follower, ear, filmLength(film, tracks));
    await withEarSound(film, ear, tracks, (read) => hearAll(hearing, read));
    hearing.settle();
    analysed.set(follower.id, hearing);
  }
  return analysed;
}

/** Ids of the ears that a picture depends on, those that stand in for slices of followers included. */
export const heardEars = (film: Film): string[] => [
  ...usedEars(film),
  ...sliceEars(film).map(({ id }) => id),
];

/** The values of followers, in memory that threads share. */
export async function followerTables(
  film: Film,
  tracks: FilmTracks,
  ids: readonly string[],
): Promise<Map<string, FollowerTable>> {
  const analysed = await hearFollowers(film, tracks, ids);
  return new Map(
    [...analysed].map(([id, hearing]) => {
      const table = hearing.toTable();
      return [id, { ...table, values: shared(table.values) }];
    }),
  );
}

/** The waveforms of those of these ears whose figures show them. */
async function hearWaveforms(
  film: Film,
  tracks: FilmTracks,
  earIds: string[],
  part?: [number, number],
): Promise<Map<string, Waveform>> {
  const waveforms = new Map<string, Waveform>();
  for (const id of waveformEars(film).filter((ear) => earIds.includes(ear))) {
    const ear = film.ears.find((other) => other.id === id)!;
    const listener = new WaveformListener(ear.channel, filmLength(film, tracks));
    await withEarSound(film, ear, tracks, (read) => hearAll(listener, read, part));
    const { rate, samples } = listener.toWaveform();
    const copy = new Int16Array(new SharedArrayBuffer(samples.byteLength));
    copy.set(samples);
    waveforms.set(id, { rate, samples: copy });
  }
  return waveforms;
}

/** What of some ears a picture depends on. Blocks: for worker threads. */
export async function hearPicture(
  film: Film,
  tracks: FilmTracks,
  earIds: string[],
  part?: [number, number],
): Promise<Pick<HearingTables, 'ears' | 'waveforms'>> {
  return {
    ears: await hearEars(film, tracks, earIds, part),
    waveforms: await hearWaveforms(film, tracks, earIds, part),
  };
}

/** Everything that a picture of the film depends on. Blocks: for worker threads. */
export async function hearFilm(
  film: Film,
  tracks: FilmTracks,
  part?: [number, number],
): Promise<HearingTables> {
  const end = filmLength(film, tracks) / pcmSampleRate;
  const followers = await followerTables(film, tracks, usedFollowers(film));
  return { ...(await hearPicture(film, tracks, heardEars(film), part)), followers, end };
}
