declare module 'fft.js' {
  /** Radix-4 FFT, used in tests as a second opinion. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[], input: number[]): void;
  }
}
