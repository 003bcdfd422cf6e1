import { createStem, type Stem } from '../synth/stem';

/** A demo song: how it is called, and the code that plays it. */
export interface Song {
  id: string;
  title: string;
  artist: string;
  seconds: number;
  /** Names of the instruments, in the order in which `play` gives them. */
  instruments: readonly string[];
  /** Plays the song: one stem per instrument. */
  play(): Stem[];
}

/** Loudest sample of a finished mix. */
const peak = 0.89;

/**
 * The mix of the stems, all of them scaled alike so that the mix just fits:
 * the stems still add up to it.
 */
export function mixDown(stems: Stem[]): Stem {
  const mix = createStem(0);
  mix.left = new Float32Array(stems[0]!.left.length);
  mix.right = new Float32Array(stems[0]!.right.length);
  let max = 1e-9;
  for (let n = 0; n < mix.left.length; n++) {
    let left = 0;
    let right = 0;
    for (const stem of stems) {
      left += stem.left[n]!;
      right += stem.right[n]!;
    }
    mix.left[n] = left;
    mix.right[n] = right;
    max = Math.max(max, Math.abs(left), Math.abs(right));
  }
  const gain = peak / max;
  for (const { left, right } of [mix, ...stems]) {
    for (let n = 0; n < left.length; n++) {
      left[n]! *= gain;
      right[n]! *= gain;
    }
  }
  return mix;
}

/** Frequency of a note by its number: 69 is A4, 440 Hz (ISO 16), twelve equal steps to the octave. */
export const noteHz = (number: number) => 440 * 2 ** ((number - 69) / 12);
