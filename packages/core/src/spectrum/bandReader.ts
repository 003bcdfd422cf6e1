import { bandCovers, type BandCover } from './bands';
import { gaussLegendre } from './gaussLegendre';
import { kaiser, kaiserBeta, kaiserOrder } from './kaiser';

/**
 * How the power of a band is read from a transform: as the sum of the bins it covers, or, where it is so narrow that it
 * covers few, at some points between the bins.
 *
 * A segment of L samples in a transform of N, more than L, has a spectrum whose values between bins are fully determined
 * by those on bins (sampling theorem). They are found as sums over bins near by, weighted by a sinc under a Kaiser window.
 * The power of a band is the sum over the bins that the definition has there, or the integral over its width, by Gauss's
 * quadrature.
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

/** What the interpolation leaves of the mirror images of a spectrum, in dB. */
const imageDb = 105;

/** Segments fill at most this share of a transform that is read between bins. */
export const mostFilled = 0.78;

/** Bins from which a value between them is found, a multiple of four. @param filled share of the transform that the segments fill */
export function tapCount(filled: number): number {
  return 4 * Math.ceil((kaiserOrder(imageDb, 2 * Math.PI * (1 - filled)) + 1) / 4);
}

/** Points of Gauss's quadrature that a band needs. @param width in bins of a transform without padding */
function gaussPoints(width: number): number {
  // A power spectrum is made of waves of at most one period in such a bin, of which those near one hardly count.
  const spans = [0, 0.35, 0.9, 1.5, 2.1];
  const enough = spans.findIndex((span) => width <= span);
  return enough >= 0 ? enough + 1 : Math.ceil(spans.length + (width - 2.1) / 0.6);
}

/** A frequency at which a band's power is read, and how much it counts: both in Hz. */
export interface BandPlace {
  hz: number;
  weight: number;
}

/**
 * Where in a band its power is read, and with which weights: at the bins of the definition, where they are few, else where
 * few points give the integral.
 * @param lowHz and `highHz`: its edges
 * @param sampleRate of the song
 * @param fftSize of the definition's transform
 * @param segmentLength in samples of the song
 */
export function bandPlaces(
  lowHz: number,
  highHz: number,
  sampleRate: number,
  fftSize: number,
  segmentLength: number,
): BandPlace[] {
  const binHz = sampleRate / fftSize;
  const [cover] = bandCovers(Float64Array.of(lowHz, highHz), binHz, fftSize / 2 + 1);
  const { first, last, firstShare, lastShare } = cover!;
  const width = Math.min(highHz, sampleRate / 2) - lowHz;
  const points = gaussPoints((width * segmentLength) / sampleRate);
  if (last - first < Math.max(4, points + 1)) {
    return Array.from({ length: last - first + 1 }, (_, i) => ({
      hz: (first + i) * binHz,
      weight: binHz * (i === 0 ? firstShare : first + i === last ? lastShare : 1),
    }));
  }
  const { places, weights } = gaussLegendre(points);
  return places.map((place, i) => ({
    hz: lowHz + ((1 + place) * width) / 2,
    weight: (weights[i]! * width) / 2,
  }));
}

/** The window of all sums between bins, as a table: there are thousands of taps. */
const windowSteps = 4096;
const windowTable = Float64Array.from({ length: windowSteps + 2 }, (_, i) =>
  kaiser(i / windowSteps, kaiserBeta(imageDb)),
);
function windowAt(x: number): number {
  const place = Math.abs(x) * windowSteps;
  const low = Math.floor(place);
  return windowTable[low]! + (windowTable[low + 1]! - windowTable[low]!) * (place - low);
}

/**
 * The taps by which the value at a point between the bins of a transform is found.
 * @param at in bins
 * @param count see {@link tapCount}
 * @returns the first bin, which may be below 0, and the factors of it and of those that follow
 */
function tapsAt(at: number, count: number): { first: number; taps: number[] } {
  const first = Math.floor(at) - count / 2 + 1;
  const taps = new Array<number>(count).fill(0);
  // What stands in the middle of a transform has every other bin turned round, as the sinc has its lobes.
  const wave = -Math.sin(Math.PI * at) / Math.PI;
  for (let tap = 0; tap < count; tap++) {
    const bin = first + tap;
    const away = bin - at;
    if (Math.abs(away) < 1e-9) taps[tap] = bin % 2 === 0 ? 1 : -1;
    else taps[tap] = (wave / away) * windowAt(away / (count / 2));
  }
  return { first, taps };
}

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
   * points that it is read from, the place of the first and the weight of each; or 0, then the places of the first and the last bin of its cover,
   * and their shares. Places of bins count bytes from `firstBin`, sixteen for each; those of points thirty-two for each.
   */
  words: ArrayBuffer;
}

/** Points less far apart than this, in bins, are one. */
const samePoint = 1e-9;

/**
 * @param given what each band is read from
 * @param filled share of the transform that segments fill, at most {@link mostFilled} if there are points: they stand in its middle
 */
export function bandReader(given: readonly BandSource[], filled: number): BandReader {
  const sources = given.map((source) => (Array.isArray(source) && source.length === 0 ? noBins : source));
  // Bands side by side have a point in common where their edge lies within a bin of the definition.
  const places: number[] = [];
  const firstPoints = sources.map((source) => {
    if (!Array.isArray(source)) return 0;
    const known =
      Math.abs((places.at(-1) ?? -1) - source[0]!.at) < samePoint ? places.length - 1 : places.length;
    places.splice(known, Infinity, ...source.map(({ at }) => at));
    return known;
  });
  // Bands are read from whole fours of points, of which some may weigh nothing.
  const fours = sources.map((source) => (Array.isArray(source) ? Math.ceil(source.length / 4) : 0));
  const most = fours.reduce((a, b) => Math.max(a, b), 0);
  while (places.length < 4 * most) places.push(places.at(-1)!);
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
  const values = sources.reduce(
    (sum, source, band) => sum + (Array.isArray(source) ? 2 + 4 * fours[band]! : 5),
    1 + points.length * (1 + taps),
  );
  const view = new DataView(new ArrayBuffer(4 * values));
  let at = 0;
  const integer = (value: number) => view.setUint32((at += 4) - 4, value, true);
  const float = (value: number) => view.setFloat32((at += 4) - 4, value, true);
  const binPlace = (bin: number) => integer(16 * (bin - firstBin));
  integer(points.length);
  for (const point of points) {
    binPlace(point.first);
    point.taps.forEach(float);
  }
  sources.forEach((source, band) => {
    if (Array.isArray(source)) {
      const count = 4 * fours[band]!;
      const first = Math.min(firstPoints[band]!, points.length - count);
      const weights = new Array<number>(count).fill(0);
      source.forEach(({ weight }, i) => (weights[firstPoints[band]! - first + i] = weight));
      integer(fours[band]!);
      integer(32 * first);
      weights.forEach(float);
      return;
    }
    const { first, last, firstShare, lastShare } = source;
    integer(0);
    if (last < first) {
      integer(16);
      integer(0);
    } else {
      binPlace(first);
      binPlace(last);
    }
    float(firstShare);
    float(lastShare);
  });
  return { bands: sources.length, firstBin, lastBin, points: points.length, taps, words: view.buffer };
}
