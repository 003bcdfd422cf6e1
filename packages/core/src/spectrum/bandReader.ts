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

/** A place between bins: its value is the sum of bins from `first` on, times the taps. */
export interface BandPoint {
  /** May be below 0. */
  first: number;
  taps: number[];
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
 * A point between the bins of a transform.
 * @param at in bins
 * @param weight of its power
 * @param filled share of the transform that segments fill: they stand in its middle
 */
export function bandPoint(at: number, weight: number, filled: number): BandPoint {
  const count = tapCount(filled);
  const first = Math.floor(at) - count / 2 + 1;
  const taps = new Array<number>(count).fill(0);
  const height = Math.sqrt(weight);
  // What stands in the middle of a transform has every other bin turned round, as the sinc has its lobes.
  const wave = (-height * Math.sin(Math.PI * at)) / Math.PI;
  for (let tap = 0; tap < count; tap++) {
    const bin = first + tap;
    const away = bin - at;
    if (Math.abs(away) < 1e-9) taps[tap] = bin % 2 === 0 ? height : -height;
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
  /** Taps of every point. */
  taps: number;
  /**
   * For each band the number of its points, then of each the place of its first bin and its taps; or 0, then the places of
   * the first and the last bin of its cover, and their shares. Places count bytes from `firstBin`, sixteen for each bin.
   */
  words: ArrayBuffer;
}

export function bandReader(given: readonly BandSource[]): BandReader {
  const sources = given.map((source) => (Array.isArray(source) && source.length === 0 ? noBins : source));
  const points = sources.flatMap((source) => (Array.isArray(source) ? source : []));
  const covers = sources.flatMap((source) =>
    Array.isArray(source) || source.last < source.first ? [] : [source],
  );
  const taps = points[0]?.taps.length ?? 0;
  const bins = [
    ...points.flatMap(({ first }) => [first, first + taps - 1]),
    ...covers.flatMap(({ first, last }) => [first, last]),
  ];
  const firstBin = bins.length > 0 ? bins.reduce((least, bin) => Math.min(least, bin)) : 0;
  const lastBin = bins.length > 0 ? bins.reduce((most, bin) => Math.max(most, bin)) : 0;
  const values = sources.reduce(
    (sum, source) => sum + 1 + (Array.isArray(source) ? source.length * (1 + taps) : 4),
    0,
  );
  const view = new DataView(new ArrayBuffer(4 * values));
  let at = 0;
  const integer = (value: number) => view.setUint32((at += 4) - 4, value, true);
  const float = (value: number) => view.setFloat32((at += 4) - 4, value, true);
  const place = (bin: number) => integer(16 * (bin - firstBin));
  for (const source of sources) {
    if (Array.isArray(source)) {
      integer(source.length);
      for (const point of source) {
        place(point.first);
        point.taps.forEach(float);
      }
      continue;
    }
    const { first, last, firstShare, lastShare } = source;
    const isEmpty = last < first;
    integer(0);
    integer(isEmpty ? 16 : 16 * (first - firstBin));
    integer(isEmpty ? 0 : 16 * (last - firstBin));
    float(firstShare);
    float(lastShare);
  }
  return { bands: sources.length, firstBin, lastBin, taps, words: view.buffer };
}
