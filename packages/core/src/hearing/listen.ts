import type { ReadSignal, SongListener } from './songListener';

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

/** Analyses one stretch of a song. @param read gives the samples */
export async function hearStretch(
  listener: SongListener,
  read: ReadSignal,
  { first, count }: Stretch,
): Promise<void> {
  const [start, end] = listener.samplesFor(first, count);
  const signals: Float32Array[] = [];
  for (const signal of listener.signals) {
    const samples = new Float32Array(end - start);
    await read(signal, start, samples);
    signals.push(samples);
  }
  listener.hear(signals, start, first, count);
}

/** Analyses a whole song from its start, for where nobody watches; a screen uses {@link hearStretch}. */
export async function listenToAll(listener: SongListener, read: ReadSignal): Promise<void> {
  for (const stretch of stretchesFrom(listener.moments, 0, listener.rate * 10)) {
    await hearStretch(listener, read, stretch);
  }
}
