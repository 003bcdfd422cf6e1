import { align, reach, scratch, signal } from './signalEngine';

/** Damping of what would fold back, in dB. */
const stopbandDb = 100;

/** Share of the decimated rate up to which the signal passes unchanged; what folds back onto it is damped. */
export const usableShare = 0.25;

/** Modified Bessel function of the first kind, order zero, by its power series. */
function bessel0(x: number): number {
  let term = 1;
  let sum = 1;
  for (let k = 1; term > 1e-12 * sum; k++) {
    term *= (x / (2 * k)) ** 2;
    sum += term;
  }
  return sum;
}

/**
 * Low-pass filter for keeping every `factor`-th sample: a sinc under a Kaiser
 * window, odd in length, with gain 1 at 0 Hz.
 *
 * Source: J. F. Kaiser's design formulas as given in Oppenheim and Schafer,
 * Discrete-Time Signal Processing, section 7.5 (from memory).
 */
export function decimationFilter(factor: number): Float64Array {
  const beta = 0.1102 * (stopbandDb - 8.7);
  const transition = ((1 - 2 * usableShare) * 2 * Math.PI) / factor;
  const half = Math.ceil((stopbandDb - 7.95) / (2.285 * transition) / 2);
  const cutoff = 0.5 / factor;
  const taps = Float64Array.from({ length: 2 * half + 1 }, (_, i) => {
    const n = i - half;
    const sinc = n === 0 ? 1 : Math.sin(2 * Math.PI * cutoff * n) / (2 * Math.PI * cutoff * n);
    return sinc * (bessel0(beta * Math.sqrt(1 - (n / half) ** 2)) / bessel0(beta));
  });
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
