import { exact } from '../../contract';

/**
 * Analysis windows, in their periodic form: w[n] = shape(n / N) for n = 0 .. N-1,
 * so that the maximum falls on n = N / 2.
 *
 * Source: F. J. Harris, "On the use of windows for harmonic analysis with the
 * discrete Fourier transform", Proc. IEEE 66 (1978) 51; table 1 has the 6 dB
 * bandwidth in bins, which is how far apart two tones must be to be told apart
 * (2.72 for Blackman-Harris there, where its coefficients give 2.67).
 * The flat top is the five-term one of D'Antona and Ferrero, Digital Signal
 * Processing for Measurement Systems (2006), p. 70 (from memory).
 */
export interface WindowShape {
  label: string;
  /** Value at x = n / N, 0 to 1. */
  shape(x: number): number;
  /** The cosines that it is the sum of. */
  terms: readonly number[];
  /** 6 dB bandwidth in bins. */
  resolutionBins: number;
  /** Height of the step at its ends, where it is high enough for its side lobes to reach far. */
  step?: number;
}

/** A sum of cosines: a0 - a1 cos(2 pi x) + a2 cos(4 pi x) - ... */
function cosines(...terms: number[]): Pick<WindowShape, 'shape' | 'terms'> {
  const signed = terms.map((a, m) => (m % 2 === 0 ? a : -a));
  const shape = (x: number) => {
    let sum = signed[0]!;
    for (let m = 1; m < signed.length; m++) sum += signed[m]! * exact.cos(2 * Math.PI * m * x);
    return sum;
  };
  return { shape, terms };
}

export const windowShapes = {
  hann: { label: 'Hann', ...cosines(0.5, 0.5), resolutionBins: 2 },
  hamming: { label: 'Hamming', ...cosines(0.54, 0.46), resolutionBins: 1.81, step: 0.08 },
  blackmanHarris: {
    label: 'Blackman-Harris',
    ...cosines(0.35875, 0.48829, 0.14128, 0.01168),
    resolutionBins: 2.67,
  },
  flatTop: {
    label: 'Flat top',
    ...cosines(0.21557895, 0.41663158, 0.277263158, 0.083578947, 0.006947368),
    resolutionBins: 4.58,
  },
  rectangular: { label: 'Rectangular', ...cosines(1), resolutionBins: 1.21, step: 1 },
} satisfies Record<string, WindowShape>;

export type WindowKind = keyof typeof windowShapes;
export const windowKinds = Object.keys(windowShapes) as WindowKind[];

/** Height of the step at a window's ends; 0 where it falls to nothing, or so near it that its side lobes fall too. */
export const stepOf = (kind: WindowKind): number => (windowShapes[kind] as WindowShape).step ?? 0;

/** Distance in Hz at which a window of so many seconds tells two tones apart. */
export const resolutionHz = (kind: WindowKind, seconds: number) =>
  windowShapes[kind].resolutionBins / seconds;

/** The `length` samples of a window, 0 to 1. */
export function windowSamples(kind: WindowKind, length: number): Float64Array {
  const { shape } = windowShapes[kind];
  const samples = new Float64Array(length);
  for (let n = 0; n < length; n++) samples[n] = shape(n / length);
  return samples;
}

/** Means of a window's samples and of their squares, where there are more than twice as many as it has cosines. */
export function windowMeans(kind: WindowKind): { mean: number; meanSquare: number } {
  const [mean, ...waves] = windowShapes[kind].terms;
  return {
    mean: mean!,
    meanSquare: waves.reduce((sum, a) => sum + exact.square(a) / 2, exact.square(mean!)),
  };
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
