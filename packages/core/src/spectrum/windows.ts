/**
 * Analysis windows, in their periodic form: w[n] = shape(n / N) for n = 0 .. N-1,
 * so that the maximum falls on n = N / 2.
 *
 * Source: F. J. Harris, "On the use of windows for harmonic analysis with the
 * discrete Fourier transform", Proc. IEEE 66 (1978) 51.
 */
export const windowShapes = {
  hann: { label: 'Hann', shape: (x: number) => 0.5 - 0.5 * Math.cos(2 * Math.PI * x) },
} satisfies Record<string, { label: string; shape: (x: number) => number }>;

export type WindowKind = keyof typeof windowShapes;
export const windowKinds = Object.keys(windowShapes) as WindowKind[];

/** The `length` samples of a window, 0 to 1. */
export function windowSamples(kind: WindowKind, length: number): Float64Array {
  const { shape } = windowShapes[kind];
  return Float64Array.from({ length }, (_, n) => shape(n / length));
}

/** Coherent gain: the mean of the window, 0.5 for Hann. */
export function coherentGain(window: Float64Array): number {
  return window.reduce((sum, w) => sum + w, 0) / window.length;
}

/** Equivalent noise bandwidth in bins of the unpadded transform (Harris, equation 11), 1.5 for Hann. */
export function noiseBandwidth(window: Float64Array): number {
  let sum = 0;
  let squares = 0;
  for (const w of window) {
    sum += w;
    squares += w * w;
  }
  return (window.length * squares) / (sum * sum);
}
