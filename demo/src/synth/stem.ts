export const sampleRate = 48000;

/** One instrument of a song: two channels, silent at first. */
export interface Stem {
  left: Float32Array;
  right: Float32Array;
}

export function createStem(seconds: number): Stem {
  const length = Math.round(seconds * sampleRate);
  return { left: new Float32Array(length), right: new Float32Array(length) };
}

/**
 * Adds a sound to a stem.
 * @param start seconds
 * @param seconds how long the sound lasts
 * @param pan -1 left to 1 right, with equal power
 * @param sample value at sample n after the start
 */
export function addSound(
  stem: Stem,
  start: number,
  seconds: number,
  pan: number,
  sample: (n: number) => number,
): void {
  const first = Math.round(start * sampleRate);
  const last = Math.min(stem.left.length, first + Math.round(seconds * sampleRate));
  const angle = ((pan + 1) * Math.PI) / 4;
  const left = Math.cos(angle);
  const right = Math.sin(angle);
  for (let i = Math.max(first, 0); i < last; i++) {
    const value = sample(i - first);
    stem.left[i]! += value * left;
    stem.right[i]! += value * right;
  }
}
