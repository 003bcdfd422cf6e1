import { exact } from '../../contract';
import { kaiser, kaiserBeta, kaiserOrder } from '../signal/kaiser';
import { bandCovers, coverOf, type BandCover } from '../spectrum/bands';
import { gaussLegendre } from './gaussLegendre';

/**
 * How the power of a band is read from a transform: as a weighted sum of bins, and of points between the bins. See
 * bandTable.ts for the form in which the compiled code reads it.
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

/* Bands as weighted sums of the powers of bins. */

/** Weights of bins that follow one another. */
export interface BinWeights {
  first: number;
  weights: number[];
}

export const noBins: BinWeights = { first: 0, weights: [] };

/**
 * The bins of the definition, by those of a transform that is as fine or finer.
 * @param cover what a band covers of them
 * @param apart bins of the transform from one of them to the next: a power of two
 */
export function coverWeights({ first, last, firstShare, lastShare }: BandCover, apart: number): BinWeights {
  if (last < first) return noBins;
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
    x - (0.5 / 0.42 / (2 * Math.PI)) * exact.sin(turn) + (0.08 / 0.42 / (4 * Math.PI)) * exact.sin(2 * turn)
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

/*
 * Values of a spectrum between the bins of a transform. A segment of L samples in a transform of N, more than L, has a spectrum whose values between bins are fully determined
 * by those on bins (sampling theorem). They are found as sums over bins near by, weighted by a sinc under a Kaiser window.
 */

/** What the interpolation leaves of the mirror images of a spectrum, in dB. */
const imageDb = 105;

/** Segments fill at most this share of a transform that is read between bins. */
export const maxFilled = 0.78;

/** Bins from which a value between them is found: even. @param filled share of the transform that the segments fill */
export function tapCount(filled: number): number {
  return 2 * Math.ceil((kaiserOrder(imageDb, 2 * Math.PI * (1 - filled)) + 1) / 2);
}

/** The window of all sums between bins, as a table: there are thousands of taps. */
const windowSteps = 4096;
const windowTable = Float64Array.from({ length: windowSteps + 2 }, (_, i) =>
  kaiser(i / windowSteps, kaiserBeta(imageDb)),
);
function windowAt(x: number): number {
  const position = Math.abs(x) * windowSteps;
  const low = Math.floor(position);
  return windowTable[low]! + (windowTable[low + 1]! - windowTable[low]!) * (position - low);
}

/** The first of `count` bins from which the value at a point between bins is found; it may be below 0. @param at in bins */
export const firstTap = (at: number, count: number): number => Math.floor(at) - count / 2 + 1;

/**
 * Puts the taps by which the value at a point between the bins of a transform is found: the factors of {@link firstTap} and
 * of the bins that follow.
 * @param at in bins
 * @param count see {@link tapCount}
 * @param out gets them, from `offset` on
 */
export function putTaps(at: number, count: number, out: Float32Array, offset: number): void {
  const first = firstTap(at, count);
  // What stands in the middle of a transform has every other bin turned round, as the sinc has its lobes.
  const wave = -exact.sin(Math.PI * at) / Math.PI;
  for (let tap = 0; tap < count; tap++) {
    const bin = first + tap;
    const away = bin - at;
    if (Math.abs(away) < 1e-9) out[offset + tap] = bin % 2 === 0 ? 1 : -1;
    else out[offset + tap] = (wave / away) * windowAt(away / (count / 2));
  }
}

/* Where in a band it is read between bins. */

/** Points of Gauss's quadrature that a band needs. @param width in bins of a transform without padding */
function gaussPoints(width: number): number {
  // A power spectrum is made of waves of at most one period in such a bin, of which those near one hardly count.
  const spans = [0, 0.35, 0.9, 1.5, 2.1];
  const enough = spans.findIndex((span) => width <= span);
  return enough >= 0 ? enough + 1 : Math.ceil(spans.length + (width - 2.1) / 0.6);
}

/** Points that it needs beside a ramp. @param width of the ramp in bins */
export const edgePoints = (width: number): number => Math.ceil(width * 1.2);

/** A frequency at which a band's power is read, and how much it counts: both in Hz. */
export interface BandNode {
  hz: number;
  weight: number;
}

/** What a band covers of the definition's bins, how wide it is in Hz, and how many points of Gauss's quadrature it needs. */
function measureBand(
  lowHz: number,
  highHz: number,
  sampleRate: number,
  fftSize: number,
  segmentLength: number,
) {
  const cover = coverOf(lowHz, highHz, sampleRate / fftSize, fftSize / 2 + 1);
  const { first, last } = cover;
  const width = Math.min(highHz, sampleRate / 2) - lowHz;
  const points = gaussPoints((width * segmentLength) / sampleRate);
  return { cover, width, points, hasFewBins: last - first < Math.max(4, points + 1) };
}

/** How many places {@link bandNodes} has. Parameters as for it. */
export function nodeCount(...band: Parameters<typeof bandNodes>): number {
  const { cover, points, hasFewBins } = measureBand(...band);
  return hasFewBins ? cover.last - cover.first + 1 : points;
}

/**
 * Where in a band its power is read, and with which weights: at the bins of the definition, where they are few, else where
 * few points give the integral.
 * @param lowHz and `highHz`: its edges
 * @param sampleRate of the song
 * @param fftSize of the definition's transform
 * @param segmentLength in samples of the song
 */
export function bandNodes(
  lowHz: number,
  highHz: number,
  sampleRate: number,
  fftSize: number,
  segmentLength: number,
): BandNode[] {
  const binHz = sampleRate / fftSize;
  const { cover, width, points, hasFewBins } = measureBand(lowHz, highHz, sampleRate, fftSize, segmentLength);
  if (hasFewBins) {
    const { first, last, firstShare, lastShare } = cover;
    return Array.from({ length: last - first + 1 }, (_, i) => ({
      hz: (first + i) * binHz,
      weight: binHz * (i === 0 ? firstShare : first + i === last ? lastShare : 1),
    }));
  }
  const { nodes, weights } = gaussLegendre(points);
  return nodes.map((node, i) => ({
    hz: lowHz + ((1 + node) * width) / 2,
    weight: (weights[i]! * width) / 2,
  }));
}

/**
 * Where a wide band is read near its edges, beside the bins inside of it: see `insideWeights`.
 * @param binHz width of a bin in Hz
 * @param width of the ramps of the bins inside, in bins
 */
export function edgeNodes(lowHz: number, highHz: number, binHz: number, width: number): BandNode[] {
  const { nodes, weights } = gaussLegendre(edgePoints(width));
  const inward = nodes.map((node, i) => {
    const away = (1 + node) / 2;
    return { away: away * width * binHz, weight: (1 - ramp(away)) * (weights[i]! / 2) * width * binHz };
  });
  return [
    ...inward.map(({ away, weight }) => ({ hz: lowHz + away, weight })),
    ...inward.map(({ away, weight }) => ({ hz: highHz - away, weight })).reverse(),
  ];
}

/** A transform of a copy of the song at a lower rate. */
export interface Transform {
  /** Only every so many-th sample is kept: 1 for all. */
  decimation: number;
  fftSize: number;
}

/** Bands that are taken from one transform, of a copy of the song at a lower rate. */
export interface BandRun extends Transform {
  /** Indices of the bands. */
  bands: number[];
  /** Bins of the definition's transform to one of this one: less than 1 where this one is finer. */
  finer: number;
  /** Bins at the edges of wide bands that do not count whole. */
  ramp: number;
  /** Where those are read that cover few bins, unless these are as fine as the definition's. */
  betweenBins: { band: number; nodes: BandNode[] }[];
}

/**
 * What the bands of a run are read from: the bins of the definition, where the transform has them; else places between
 * its bins, all over narrow bands and near the edges of wide ones, whose inside is a sum of bins.
 * @param edges of all bands in Hz, one more than bands
 * @param sampleRate of the copy that is transformed, in Hz
 */
export function bandSources(
  { bands, finer, ramp, betweenBins, decimation, fftSize }: BandRun,
  edges: Float64Array,
  sampleRate: number,
): BandSource[] {
  const binHz = sampleRate / fftSize;
  const pointsAt = (nodes: readonly BandNode[]) =>
    nodes.map(({ hz, weight }) => ({ at: hz / binHz, weight: weight / binHz }));
  if (finer <= 1) {
    const covers = bandCovers(edges, binHz / finer, (fftSize * decimation * finer) / 2 + 1);
    return bands.map((band) => ({ points: [], bins: coverWeights(covers[band]!, 1 / finer) }));
  }
  const between = new Map(betweenBins.map(({ band, nodes }) => [band, nodes]));
  const nyquist = (sampleRate * decimation) / 2;
  return bands.map((band) => {
    const nodes = between.get(band);
    if (nodes) return { points: pointsAt(nodes), bins: noBins };
    const [low, high] = [edges[band]!, Math.min(edges[band + 1]!, nyquist)];
    return {
      points: pointsAt(edgeNodes(low, high, binHz, ramp)),
      bins: insideWeights(low / binHz, high / binHz, ramp),
    };
  });
}
