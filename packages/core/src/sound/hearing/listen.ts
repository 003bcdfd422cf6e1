import type { ReadSignal, SongListener, Stretchable } from './songListener';

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

/** Memory for samples, used again and again: new memory costs more than what is written into it. */
const spare: Float32Array[] = [];

/** Reads the samples that a stretch needs and uses them. @param use is given samples that are overwritten afterwards */
export async function readStretch<Result>(
  what: Stretchable,
  read: ReadSignal,
  { first, count }: Stretch,
  use: (signals: readonly Float32Array[], start: number) => Result,
): Promise<Result> {
  const [start, end] = what.samplesFor(first, count);
  const length = end - start;
  const taken: Float32Array[] = [];
  try {
    for (const signal of what.signals) {
      const known = spare.pop();
      const memory = known && known.length >= length ? known : new Float32Array(length);
      taken.push(memory);
      await read(signal, start, memory.subarray(0, length).fill(0));
    }
    return use(
      taken.map((memory) => memory.subarray(0, length)),
      start,
    );
  } finally {
    spare.push(...taken);
  }
}

/** Analyses one stretch of a song. @param read gives the samples */
export const hearStretch = (listener: SongListener, read: ReadSignal, stretch: Stretch): Promise<void> =>
  readStretch(listener, read, stretch, (signals, start) =>
    listener.hear(signals, start, stretch.first, stretch.count),
  );

/** Analyses a whole song from its start, for where nobody watches; a screen uses {@link hearStretch}. */
export async function listenToAll(listener: SongListener, read: ReadSignal): Promise<void> {
  for (const stretch of stretchesFrom(listener.moments, 0, listener.rate * 10)) {
    await hearStretch(listener, read, stretch);
  }
}
