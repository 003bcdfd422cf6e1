import { kaiser, kaiserBeta, kaiserOrder, sinc } from './kaiser';
import { align, keep, growTo, scratch, signal } from './signalEngine';

/**
 * Copies of signals at lower rates: halved again and again.
 *
 * Half of all samples are thrown away behind a low-pass, a sinc under Kaiser's window. Its middle is at a quarter of the
 * rate, so every other one of its values is 0 (a half-band filter; common practice).
 */

/** Damping of what would fold back, in dB. */
const stopbandDb = 100;

/** Share of the halved rate up to which the signal passes unchanged; what folds back onto it is damped. */
export const usableShare = 0.25;

/** Samples before and after a moment that the filter sums. */
export const halvingMargin = Math.ceil(kaiserOrder(stopbandDb, (1 - 2 * usableShare) * Math.PI) / 2);

/** The filter: 2 {@link halvingReach} + 1 values, whose sum is 1. */
export function halvingFilter(): Float64Array {
  const beta = kaiserBeta(stopbandDb);
  const values = Float64Array.from({ length: 2 * halvingMargin + 1 }, (_, i) => {
    const away = i - halvingMargin;
    return away % 2 === 0 && away !== 0 ? 0 : sinc(away / 2) * kaiser(away / halvingMargin, beta);
  });
  const sum = values.reduce((total, value) => total + value, 0);
  return values.map((value) => value / sum);
}

/** As assembly/halve.ts reads it: the middle, and every other value after it. */
const taps = Float32Array.from(
  halvingFilter().filter(
    (_, i) => i === halvingMargin || (i > halvingMargin && (i - halvingMargin) % 2 === 1),
  ),
);

let tapsKept: number | undefined;
/** Address of the filter. */
export const halvingTaps = (): number => (tapsKept ??= keep(taps));

/** Bytes of the room that is needed to halve so many samples. */
export const workToHalve = (count: number): number => 2 * 4 * (((count + 1) >> 1) + 32);

/**
 * Samples 0, 2, 4, ... of the filtered signal; silence is assumed beyond its ends.
 * @param from address of `count` floats, and `to` where half as many go, with room for three more
 * @param room see {@link roomToHalve}
 */
export function halveInto(from: number, count: number, to: number, work: number): void {
  signal().halve(from, count, halvingTaps(), work, to);
}

/** The same as an array. @param samples silence is assumed beyond their ends */
export function halve(samples: Float32Array): Float32Array {
  halvingTaps();
  const count = (samples.length + 1) >> 1;
  const from = scratch();
  const to = align(from + samples.byteLength);
  const work = align(to + 4 * count + 12);
  const buffer = growTo(work + workToHalve(samples.length));
  new Float32Array(buffer, from, samples.length).set(samples);
  halveInto(from, samples.length, to, work);
  return new Float32Array(buffer, to, count).slice();
}

/** Samples before and after a moment that a copy at a rate so many times lower is made of there. */
export const loweringMargin = (decimation: number): number => halvingMargin * (decimation - 1);
