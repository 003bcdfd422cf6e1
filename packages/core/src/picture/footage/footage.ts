import type { Size } from '../../contract';

/** What is known of a video file before any of its frames is. */
export interface FootageInfo extends Size {
  /** Seconds. */
  duration: number;
  /** When each frame begins, in seconds; the first one at 0. */
  times: ArrayLike<number>;
}

/** The frame that is seen at a time: the last one that has begun. */
export function frameIndexAt(times: ArrayLike<number>, t: number): number {
  let [low, high] = [0, times.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    // Times are rounded to millionths where they are written down.
    if (times[middle]! <= t + 1e-5) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** Key of a frame among images: pictures ask for it as for an image. */
export const frameKey = (footage: string, index: number): string => `${footage} ${index}`;

/** What a key of a frame stands for; undefined for that of an image. */
export function frameOfKey(key: string): { footage: string; index: number } | undefined {
  const found = /^(\S+) (\d+)$/.exec(key);
  return found ? { footage: found[1]!, index: Number(found[2]) } : undefined;
}

/** How footage goes on after its end. */
export type Repeat = 'once' | 'hold' | 'loop' | 'bounce';

export interface Playing {
  /** Seconds of the film at which it begins. */
  start: number;
  /** The part of the file that is used, in seconds. */
  in: number;
  out: number;
  speed: number;
  repeat: Repeat;
}

/**
 * The time in a file that is seen at a time of the film; undefined where nothing is.
 * @param t seconds of the film
 */
export function footageTime({ start, in: from, out, speed, repeat }: Playing, t: number): number | undefined {
  const length = Math.max(1e-3, out - from);
  // Backwards it begins at its end.
  const gone = (t - start) * Math.abs(speed);
  const at = (position: number) => (speed < 0 ? out - position : from + position);
  // The last moment of it is still its last frame.
  const last = length - 1e-6;
  if (repeat === 'once') return gone < 0 || gone >= length ? undefined : at(Math.min(gone, last));
  if (repeat === 'hold') return at(Math.min(Math.max(gone, 0), last));
  if (repeat === 'loop') return at(gone - Math.floor(gone / length) * length);
  const twice = gone - Math.floor(gone / (2 * length)) * 2 * length;
  return at(Math.min(twice < length ? twice : 2 * length - twice, last));
}
