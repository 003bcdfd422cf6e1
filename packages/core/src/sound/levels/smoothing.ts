import { exact } from '../../contract';

export const smoothingKinds = ['none', 'average', 'attackRelease', 'spring'] as const;
export type SmoothingKind = (typeof smoothingKinds)[number];

/** How levels are smoothed. Times in seconds. */
export interface Smoothing {
  smoothing: SmoothingKind;
  /** Time constants of attack and release. */
  attack: number;
  release: number;
  /** Width of the centred average. */
  averageTime: number;
  /** Natural frequency of the spring in Hz, and its damping ratio. */
  springHz: number;
  springDamping: number;
  /** Width over which neighbouring bands are averaged, in bands; 0 for none. */
  acrossBands: number;
}

/**
 * Share of the way to a new value that a one-pole filter goes in one step:
 * 1 - exp(-step / time). After `time` it has gone 63 % of the way.
 * @param time time constant in seconds; 0 follows at once
 * @param step seconds between values
 */
export function onePoleShare(time: number, step: number): number {
  return time <= 0 ? 1 : 1 - exact.exp(-step / time);
}

/** A centred average in numbers: over so many rows on both sides, and a part of one more. */
export interface AverageTerms {
  whole: number;
  part: number;
  /** One over how many rows that is. */
  scale: number;
}

/**
 * The width of an average need not be a whole number of rows. Undefined when it is not wider than one.
 * @param rows how many rows wide
 */
export function averageTerms(rows: number): AverageTerms | undefined {
  const half = rows / 2;
  if (half <= 0.5) return undefined;
  const whole = Math.floor(half - 0.5);
  return { whole, part: half - 0.5 - whole, scale: 1 / rows };
}

/** Weights of an average over neighbouring bands: a triangle, of which only what lies within the bands counts. */
export interface SpreadTerms {
  /** Of the band itself, and of those one, two, ... away. */
  weights: number[];
  /** For each band, one over the sum of the weights there are. */
  totals: number[];
}

/** @param width bands to each side */
export function spreadTerms(width: number, bands: number): SpreadTerms {
  const extent = Math.ceil(width);
  const weights = Array.from({ length: extent + 1 }, (_, i) => Math.max(0, 1 - i / (width + 1)));
  const totals = Array.from({ length: bands }, (_, band) => {
    let sum = 0;
    for (let other = Math.max(0, band - extent); other <= Math.min(bands - 1, band + extent); other++) {
      sum += weights[Math.abs(other - band)]!;
    }
    return 1 / sum;
  });
  return { weights, totals };
}
