import type { BandCover } from '../spectrum/bands';

/** Bands as weighted sums of the powers of bins. */

/** Weights of bins that follow one another. */
export interface BinWeights {
  first: number;
  weights: number[];
}

/**
 * The bins of the definition, by those of a transform that is as fine or finer.
 * @param cover what a band covers of them
 * @param apart bins of the transform from one of them to the next: a power of two
 */
export function coverWeights({ first, last, firstShare, lastShare }: BandCover, apart: number): BinWeights {
  if (last < first) return { first: 0, weights: [] };
  const weights = new Array<number>((last - first) * apart + 1).fill(0);
  for (let bin = first; bin <= last; bin++) {
    weights[(bin - first) * apart] = apart * (bin === first ? firstShare : bin === last ? lastShare : 1);
  }
  return { first: first * apart, weights };
}

/**
 * Bins at each edge of a wide band that do not count whole. What lies between their ramp and the edge is read between the
 * bins; and the smoother the ramp, the less does the sum over bins differ from the integral.
 * @param filled share of the transform that segments fill
 */
export const rampBins = (filled: number): number => Math.ceil(3 / (1 - filled));

/** From 0 at 0 to 1 at 1: the integral of Blackman's window (Harris 1978), so that nothing is left of it three periods away. */
export function ramp(x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const turn = 2 * Math.PI * x;
  return (
    x - (0.5 / 0.42 / (2 * Math.PI)) * Math.sin(turn) + (0.08 / 0.42 / (4 * Math.PI)) * Math.sin(2 * turn)
  );
}

/** Weights of the bins inside a wide band. @param low and `high`: its edges in bins, at least twice `width` apart */
export function insideWeights(low: number, high: number, width: number): BinWeights {
  const first = Math.ceil(low);
  const weights = Array.from({ length: Math.floor(high) - first + 1 }, (_, i) =>
    Math.min(ramp((first + i - low) / width), ramp((high - first - i) / width)),
  );
  return { first, weights };
}
