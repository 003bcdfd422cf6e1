import { exact } from '../../contract';

/**
 * Which share of each FFT bin a band covers. Bin k stands for the frequencies
 * from k - 1/2 to k + 1/2 bin widths; bins at a band's edges count in part.
 */
export interface BandCover {
  /** First and last bin touched, both included. An empty band has last < first. */
  first: number;
  last: number;
  /** Share (0..1) of the first bin; when first equals last it holds the whole cover. */
  firstShare: number;
  /** Share (0..1) of the last bin, unused when first equals last. */
  lastShare: number;
}

/** Cover of one band. Parameters as for {@link bandCovers}. */
export function coverOf(lowHz: number, highHz: number, binHz: number, binCount: number): BandCover {
  const highest = binCount - 1;
  const low = Math.min(lowHz / binHz, highest);
  const high = Math.min(highHz / binHz, highest);
  const first = Math.floor(low + 0.5);
  const last = Math.min(Math.floor(high + 0.5), highest);
  if (high <= low) return { first: 0, last: -1, firstShare: 0, lastShare: 0 };
  if (first === last) return { first, last, firstShare: high - low, lastShare: 0 };
  return { first, last, firstShare: first + 0.5 - low, lastShare: high - (last - 0.5) };
}

/**
 * Cover of the bands between adjoining edges.
 * @param edges rising frequencies in Hz, one more than bands
 * @param binHz width of a bin in Hz
 * @param binCount bins there are: 0 Hz to half the sample rate. The lowest and
 *   highest are half as wide as the others, for the spectrum ends there.
 */
export function bandCovers(edges: Float64Array, binHz: number, binCount: number): BandCover[] {
  return Array.from({ length: Math.max(0, edges.length - 1) }, (_, band) =>
    coverOf(edges[band]!, edges[band + 1]!, binHz, binCount),
  );
}

/** Power of one band: the bins' powers summed, each times its share. */
export function bandPower(
  power: ArrayLike<number>,
  { first, last, firstShare, lastShare }: BandCover,
): number {
  if (last < first) return 0;
  let sum = power[first]! * firstShare;
  if (last > first) {
    for (let k = first + 1; k < last; k++) sum += power[k]!;
    sum += power[last]! * lastShare;
  }
  return sum;
}

/** Levels below this many dBFS are reported as this; 16-bit sound ends near -98. */
export const silenceDb = -200;

/** Powers up to this are silence. */
export const silencePower = 1e-20;

/** Power relative to a full-scale sine, in dB, not below {@link silenceDb}. */
export function powerToDb(power: number): number {
  return power > silencePower ? 10 * exact.log10(power) : silenceDb;
}
