import { firstTap, putTaps, tapCount } from './betweenBins';
import type { BinWeights } from './binWeights';

/**
 * How the power of a band is read from a transform: as a weighted sum of bins, see binWeights.ts, and at some points between the bins, see betweenBins.ts: the sum over the bins that the definition has there, or
 * the integral over its width, see bandPlaces.ts.
 */

/** A point between the bins of a transform at which a band's power is read. */
export interface BandPoint {
  /** In bins. */
  at: number;
  /** How much its power counts. */
  weight: number;
}

/** What a band is read from: both may be empty. */
export interface BandSource {
  points: BandPoint[];
  bins: BinWeights;
}

export const noBins: BinWeights = { first: 0, weights: [] };

/** The sources of bands in the form that assembly/levels.ts reads. */
export interface BandReader {
  bands: number;
  /** Bins that are needed, of which the first may be below 0. */
  firstBin: number;
  lastBin: number;
  /** Points between bins, and the taps of each. */
  points: number;
  taps: number;
  /**
   * The number of points, then of each the place of its first bin and its taps. Then for each band the number of fours of
   * points that it is read from, the place of the first and the weight of each; the place of the first bin that it is read
   * from, the number of bins and the weight of each. Places of bins count bytes from `firstBin`, sixteen for each; those of
   * points thirty-two for each.
   */
  words: ArrayBuffer;
}

/** Points less far apart than this, in bins, are one. */
const samePoint = 1e-9;

/** Points of all bands, and of each band the first of its own. */
interface SharedPoints {
  places: number[];
  firstOf: number[];
}

/** Bands side by side have a point in common where their edge lies within a bin of the definition. */
function sharePoints(sources: readonly BandSource[]): SharedPoints {
  const places: number[] = [];
  const firstOf: number[] = [];
  for (const { points } of sources) {
    const last = places.at(-1);
    const isShared = points.length > 0 && last !== undefined && Math.abs(last - points[0]!.at) < samePoint;
    firstOf.push(places.length - (isShared ? 1 : 0));
    for (let i = isShared ? 1 : 0; i < points.length; i++) places.push(points[i]!.at);
  }
  // Bands are read from whole fours of points, of which some weigh nothing.
  const most = sources.reduce((most, source) => Math.max(most, 4 * foursOf(source)), 0);
  while (places.length < most) places.push(places.at(-1)!);
  return { places, firstOf };
}

/** Fours of points that a band is read from. */
const foursOf = ({ points }: BandSource) => Math.ceil(points.length / 4);

/** Words for WebAssembly, one after the other. */
class Words {
  readonly buffer: ArrayBuffer;
  private readonly asIntegers: Uint32Array;
  private readonly asFloats: Float32Array;
  private at = 0;

  constructor(count: number) {
    this.buffer = new ArrayBuffer(4 * count);
    this.asIntegers = new Uint32Array(this.buffer);
    this.asFloats = new Float32Array(this.buffer);
  }

  integer(value: number): void {
    this.asIntegers[this.at++] = value;
  }

  floats(values: ArrayLike<number>): void {
    this.asFloats.set(values, this.at);
    this.at += values.length;
  }

  /** The taps of a point, see {@link putTaps}. */
  taps(at: number, count: number): void {
    putTaps(at, count, this.asFloats, this.at);
    this.at += count;
  }
}

/**
 * @param sources what each band is read from
 * @param filled share of the transform that segments fill, at most {@link mostFilled} if there are points: they stand in its middle
 */
export function bandReader(sources: readonly BandSource[], filled: number): BandReader {
  const { places, firstOf } = sharePoints(sources);
  const taps = places.length > 0 ? tapCount(filled) : 0;
  let firstBin = Infinity;
  let lastBin = -Infinity;
  const use = (first: number, count: number) => {
    firstBin = Math.min(firstBin, first);
    lastBin = Math.max(lastBin, first + count - 1);
  };
  for (const at of places) use(firstTap(at, taps), taps);
  for (const { bins } of sources) if (bins.weights.length > 0) use(bins.first, bins.weights.length);
  if (firstBin > lastBin) firstBin = lastBin = 0;
  const binPlace = (bin: number) => 16 * (bin - firstBin);

  const wordsOf = (source: BandSource) => 4 + 4 * foursOf(source) + source.bins.weights.length;
  const words = new Words(
    sources.reduce((sum, source) => sum + wordsOf(source), 1 + places.length * (1 + taps)),
  );
  words.integer(places.length);
  for (const at of places) {
    words.integer(binPlace(firstTap(at, taps)));
    words.taps(at, taps);
  }
  sources.forEach((source, band) => {
    const count = 4 * foursOf(source);
    const first = Math.max(0, Math.min(firstOf[band]!, places.length - count));
    const weights = new Array<number>(count).fill(0);
    source.points.forEach(({ weight }, i) => (weights[firstOf[band]! - first + i] = weight));
    words.integer(foursOf(source));
    words.integer(32 * first);
    words.floats(weights);
    const { bins } = source;
    words.integer(bins.weights.length > 0 ? binPlace(bins.first) : 0);
    words.integer(bins.weights.length);
    words.floats(bins.weights);
  });
  return { bands: sources.length, firstBin, lastBin, points: places.length, taps, words: words.buffer };
}
