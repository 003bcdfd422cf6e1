declare module 'fft.js' {
  /** Radix-4 FFT of 2^n complex values, interleaved as real and imaginary parts. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    transform(out: number[], input: number[]): void;
    inverseTransform(out: number[], input: number[]): void;
  }
}
