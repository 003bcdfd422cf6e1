import { kaiser, kaiserBeta, kaiserOrder } from '../signal/kaiser';

/**
 * Values of a spectrum between the bins of a transform.
 *
 * A segment of L samples in a transform of N, more than L, has a spectrum whose values between bins are fully determined
 * by those on bins (sampling theorem). They are found as sums over bins near by, weighted by a sinc under a Kaiser window.
 */

/** What the interpolation leaves of the mirror images of a spectrum, in dB. */
const imageDb = 105;

/** Segments fill at most this share of a transform that is read between bins. */
export const mostFilled = 0.78;

/** Bins from which a value between them is found: even. @param filled share of the transform that the segments fill */
export function tapCount(filled: number): number {
  return 2 * Math.ceil((kaiserOrder(imageDb, 2 * Math.PI * (1 - filled)) + 1) / 2);
}

/** The window of all sums between bins, as a table: there are thousands of taps. */
const windowSteps = 4096;
const windowTable = Float64Array.from({ length: windowSteps + 2 }, (_, i) =>
  kaiser(i / windowSteps, kaiserBeta(imageDb)),
);
function windowAt(x: number): number {
  const place = Math.abs(x) * windowSteps;
  const low = Math.floor(place);
  return windowTable[low]! + (windowTable[low + 1]! - windowTable[low]!) * (place - low);
}

/** The first of `count` bins from which the value at a point between bins is found; it may be below 0. @param at in bins */
export const firstTap = (at: number, count: number): number => Math.floor(at) - count / 2 + 1;

/**
 * Puts the taps by which the value at a point between the bins of a transform is found: the factors of {@link firstTap} and
 * of the bins that follow.
 * @param at in bins
 * @param count see {@link tapCount}
 * @param out gets them, from `offset` on
 */
export function putTaps(at: number, count: number, out: Float32Array, offset: number): void {
  const first = firstTap(at, count);
  // What stands in the middle of a transform has every other bin turned round, as the sinc has its lobes.
  const wave = -Math.sin(Math.PI * at) / Math.PI;
  for (let tap = 0; tap < count; tap++) {
    const bin = first + tap;
    const away = bin - at;
    if (Math.abs(away) < 1e-9) out[offset + tap] = bin % 2 === 0 ? 1 : -1;
    else out[offset + tap] = (wave / away) * windowAt(away / (count / 2));
  }
}
