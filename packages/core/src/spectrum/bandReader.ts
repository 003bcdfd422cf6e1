import type { BandCover } from './bands';
import { tapCount, tapsAt } from './betweenBins';

/**
 * How the power of a band is read from a transform: as the sum of the bins it covers, or, where it is so narrow that it
 * covers few, at some points between the bins, see betweenBins.ts: the sum over the bins that the definition has there, or
 * the integral over its width, see bandPlaces.ts.
 */

/** A point between the bins of a transform at which a band's power is read. */
export interface BandPoint {
  /** In bins. */
  at: number;
  /** How much its power counts. */
  weight: number;
}

/** What a band is read from. */
export type BandSource = BandCover | BandPoint[];

const noBins: BandCover = { first: 0, last: -1, firstShare: 0, lastShare: 0 };

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
   * points that it is read from, the place of the first and the weight of each; or 0, then the places of the first and the
   * last bin of its cover, and their shares. Places of bins count bytes from `firstBin`, sixteen for each; those of points
   * thirty-two for each.
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
  const firstOf = sources.map((source) => {
    if (!Array.isArray(source)) return 0;
    const last = places.at(-1);
    const isShared = last !== undefined && Math.abs(last - source[0]!.at) < samePoint;
    const first = places.length - (isShared ? 1 : 0);
    places.push(...source.slice(isShared ? 1 : 0).map(({ at }) => at));
    return first;
  });
  // Bands are read from whole fours of points, of which some weigh nothing.
  const most = sources.reduce((most, source) => Math.max(most, 4 * foursOf(source)), 0);
  while (places.length < most) places.push(places.at(-1)!);
  return { places, firstOf };
}

/** Fours of points that a band is read from. */
const foursOf = (source: BandSource) => (Array.isArray(source) ? Math.ceil(source.length / 4) : 0);

/** Words for WebAssembly, which reads the lower byte first, one after the other. */
class Words {
  readonly buffer: ArrayBuffer;
  private readonly view: DataView;
  private at = 0;

  constructor(count: number) {
    this.buffer = new ArrayBuffer(4 * count);
    this.view = new DataView(this.buffer);
  }

  integer(value: number): void {
    this.view.setUint32(this.at, value, true);
    this.at += 4;
  }

  floats(values: readonly number[]): void {
    for (const value of values) {
      this.view.setFloat32(this.at, value, true);
      this.at += 4;
    }
  }
}

/**
 * @param given what each band is read from
 * @param filled share of the transform that segments fill, at most {@link mostFilled} if there are points: they stand in its middle
 */
export function bandReader(given: readonly BandSource[], filled: number): BandReader {
  const sources = given.map((source) => (Array.isArray(source) && source.length === 0 ? noBins : source));
  const { places, firstOf } = sharePoints(sources);
  const taps = places.length > 0 ? tapCount(filled) : 0;
  const points = places.map((at) => tapsAt(at, taps));
  const covers = sources.flatMap((source) =>
    Array.isArray(source) || source.last < source.first ? [] : [source],
  );
  const bins = [
    ...points.flatMap(({ first }) => [first, first + taps - 1]),
    ...covers.flatMap(({ first, last }) => [first, last]),
  ];
  const firstBin = bins.length > 0 ? bins.reduce((least, bin) => Math.min(least, bin)) : 0;
  const lastBin = bins.length > 0 ? bins.reduce((most, bin) => Math.max(most, bin)) : 0;
  const binPlace = (bin: number) => 16 * (bin - firstBin);

  const wordsOf = (source: BandSource) => (Array.isArray(source) ? 2 + 4 * foursOf(source) : 5);
  const words = new Words(
    sources.reduce((sum, source) => sum + wordsOf(source), 1 + points.length * (1 + taps)),
  );
  words.integer(points.length);
  for (const point of points) {
    words.integer(binPlace(point.first));
    words.floats(point.taps);
  }
  sources.forEach((source, band) => {
    if (Array.isArray(source)) {
      const count = 4 * foursOf(source);
      const first = Math.min(firstOf[band]!, points.length - count);
      const weights = new Array<number>(count).fill(0);
      source.forEach(({ weight }, i) => (weights[firstOf[band]! - first + i] = weight));
      words.integer(foursOf(source));
      words.integer(32 * first);
      words.floats(weights);
      return;
    }
    const { first, last, firstShare, lastShare } = source;
    const isEmpty = last < first;
    words.integer(0);
    words.integer(isEmpty ? 16 : binPlace(first));
    words.integer(isEmpty ? 0 : binPlace(last));
    words.floats([firstShare, lastShare]);
  });
  return { bands: sources.length, firstBin, lastBin, points: points.length, taps, words: words.buffer };
}
