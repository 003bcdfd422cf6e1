// The package has no types of its own; the reference brings ours to whoever compiles this file.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../types/fft-js.d.ts" />
import FFT from 'fft.js';

/**
 * Discrete Fourier transform of complex values whose number is a power of two:
 * X[k] = sum over n of x[n] exp(-2 pi i k n / N), for k = 0 .. N-1, not normalised.
 *
 * The one place that knows which package does the work.
 */
export interface ComplexFft {
  /** Number of values N, a power of two. */
  readonly size: number;
  /** Real and imaginary part of x[0], of x[1], and so on: to be filled before {@link transform}. */
  readonly input: number[];
  /** Real and imaginary part of X[0], of X[1], and so on. */
  readonly output: number[];
  /** Fills the output; the input is left as it was. */
  transform(): void;
}

/** Smallest power of two that is not below `n`. */
export function nextPowerOfTwo(n: number): number {
  let size = 1;
  while (size < n) size *= 2;
  return size;
}

/**
 * Prepares a transform of `size` complex values.
 * @throws RangeError unless `size` is a power of two of at least 4
 */
export function createFft(size: number): ComplexFft {
  if (!Number.isInteger(size) || size < 4 || nextPowerOfTwo(size) !== size) {
    throw new RangeError(`FFT size must be a power of two of at least 4, not ${size}`);
  }
  const fft = new FFT(size);
  const input = fft.createComplexArray();
  const output = fft.createComplexArray();
  return { size, input, output, transform: () => fft.transform(output, input) };
}

/** Undoes {@link ComplexFft}: x[n] = (1 / N) sum over k of X[k] exp(2 pi i k n / N). */
export function createInverseFft(size: number): ComplexFft {
  const forward = createFft(size);
  const fft = new FFT(size);
  return { ...forward, transform: () => fft.inverseTransform(forward.output, forward.input) };
}
