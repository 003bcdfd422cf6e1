import { kaiser, kaiserBeta, kaiserOrder, sinc } from './kaiser';
import { align, reach, scratch, signal } from './signalEngine';

/** Damping of what would fold back, in dB. */
const stopbandDb = 100;

/** Share of the decimated rate up to which the signal passes unchanged; what folds back onto it is damped. */
export const usableShare = 0.25;

/**
 * Low-pass filter for keeping every `factor`-th sample: a sinc under a Kaiser
 * window, odd in length, with gain 1 at 0 Hz.
 */
export function decimationFilter(factor: number): Float64Array {
  const beta = kaiserBeta(stopbandDb);
  const half = Math.ceil(kaiserOrder(stopbandDb, ((1 - 2 * usableShare) * 2 * Math.PI) / factor) / 2);
  const taps = Float64Array.from(
    { length: 2 * half + 1 },
    (_, i) => sinc((i - half) / factor) * kaiser((i - half) / half, beta),
  );
  const sum = taps.reduce((total, tap) => total + tap, 0);
  return taps.map((tap) => tap / sum);
}

/**
 * Samples 0, factor, 2 factor, ... of the filtered signal.
 * @param samples silence is assumed beyond their ends
 */
export function decimate(samples: Float32Array, factor: number, filter: Float64Array): Float32Array {
  const count = Math.ceil(samples.length / factor);
  const taps = scratch();
  const from = align(taps + 4 * filter.length);
  const to = align(from + samples.byteLength);
  const buffer = reach(to + 4 * count);
  new Float32Array(buffer, taps, filter.length).set(filter);
  new Float32Array(buffer, from, samples.length).set(samples);
  signal().decimate(from, samples.length, taps, filter.length, factor, to, count);
  return new Float32Array(buffer, to, count).slice();
}
