import type { EarHearing } from './earHearing';

/** Reads mono samples [start, start + out.length) of the song into `out`; zeros outside it. */
export type ReadMono = (start: number, out: Float32Array) => Promise<void> | void;

/** A stretch of moments. */
export interface Stretch {
  first: number;
  count: number;
}

/**
 * The stretches of a song in the order in which they are wanted: from the
 * stretch that holds the current moment to the end, then from there back to the start.
 */
export function stretchesFrom(moments: number, current: number, size: number): Stretch[] {
  const stretchCount = Math.ceil(moments / size);
  const here = Math.min(Math.max(Math.floor(current / size), 0), stretchCount - 1);
  const order = [];
  for (let i = here; i < stretchCount; i++) order.push(i);
  for (let i = here - 1; i >= 0; i--) order.push(i);
  return order.map((i) => ({ first: i * size, count: Math.min(size, moments - i * size) }));
}

/**
 * Analyses one stretch of a song.
 * @param read gives the samples
 */
export async function hearStretch(
  hearing: EarHearing,
  read: ReadMono,
  { first, count }: Stretch,
): Promise<void> {
  const [start, end] = hearing.samplesFor(first, count);
  const samples = new Float32Array(end - start);
  await read(start, samples);
  hearing.hear(samples, start, first, count);
}

/** Analyses a whole song from its start, and settles it. For where nobody watches; a screen uses {@link hearStretch}. */
export async function listenToAll(hearing: EarHearing, read: ReadMono): Promise<void> {
  for (const stretch of stretchesFrom(hearing.moments, 0, hearing.rate * 10)) {
    await hearStretch(hearing, read, stretch);
  }
  hearing.settle();
}
