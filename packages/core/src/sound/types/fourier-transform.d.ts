declare module 'fourier-transform' {
  /** Unnormalised DFT of a real signal of 2^n samples: [real, imaginary], bins 0 .. N/2. A second opinion for tests. */
  export function fft(
    input: Float64Array,
    output?: [Float64Array, Float64Array],
  ): [Float64Array, Float64Array];
}
