// The package has no types of its own; the reference brings ours to whoever compiles this file.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../types/fourier-transform.d.ts" />
import { fft } from 'fourier-transform';

/**
 * Discrete Fourier transform of a real signal whose length is a power of two:
 * X[k] = sum over n of x[n] exp(-2 pi i k n / N), for k = 0 .. N/2, not normalised.
 *
 * The one place that knows which package does the work.
 */
export interface RealFft {
  /** Number of input samples N, a power of two. */
  readonly size: number;
  /** Real part of bins 0 .. N/2, filled by {@link transform}. */
  readonly real: Float64Array;
  /** Imaginary part of bins 0 .. N/2, filled by {@link transform}. */
  readonly imaginary: Float64Array;
  /** Transforms exactly N samples; the input is left as it was. */
  transform(input: Float64Array): void;
}

/** Smallest power of two that is not below `n`. */
export function nextPowerOfTwo(n: number): number {
  let size = 1;
  while (size < n) size *= 2;
  return size;
}

/**
 * Prepares a transform of `size` real samples.
 * @throws RangeError unless `size` is a power of two of at least 4
 */
export function createRealFft(size: number): RealFft {
  if (!Number.isInteger(size) || size < 4 || nextPowerOfTwo(size) !== size) {
    throw new RangeError(`FFT size must be a power of two of at least 4, not ${size}`);
  }
  const real = new Float64Array(size / 2 + 1);
  const imaginary = new Float64Array(size / 2 + 1);
  const output: [Float64Array, Float64Array] = [real, imaginary];
  return {
    size,
    real,
    imaginary,
    transform(input) {
      if (input.length !== size) {
        throw new RangeError(`FFT input must hold ${size} samples, not ${input.length}`);
      }
      fft(input, output);
    },
  };
}
