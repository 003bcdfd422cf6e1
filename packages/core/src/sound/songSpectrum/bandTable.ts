import { bytesOfBandHead, bytesOfPointHead, putBandHead, putPointHead } from '../signal/signalCalls';
import { firstTap, putTaps, tapCount, type BandSource } from './bandReading';

/** What bands are read from, in the form that the compiled code takes: see `LevelsTask` of assembly/tasks.ts. */
export interface BandTable {
  bands: number;
  /** Bins that are needed, of which the first may be below 0. */
  firstBin: number;
  lastBin: number;
  /** Points between bins, and the taps of each. */
  points: number;
  taps: number;
  /** Of each point its head and taps; then of each band its head, the weights of its points and those of its bins. */
  bytes: ArrayBuffer;
}

/** Points less far apart than this, in bins, are one. */
const samePoint = 1e-9;

/** Points of all bands, and of each band the first of its own. */
interface SharedPoints {
  positions: number[];
  firstOf: number[];
}

/** Bands side by side have a point in common where their edge lies within a bin of the definition. */
function sharePoints(sources: readonly BandSource[]): SharedPoints {
  const positions: number[] = [];
  const firstOf: number[] = [];
  for (const { points } of sources) {
    const last = positions.at(-1);
    const isShared = points.length > 0 && last !== undefined && Math.abs(last - points[0]!.at) < samePoint;
    firstOf.push(positions.length - (isShared ? 1 : 0));
    for (let i = isShared ? 1 : 0; i < points.length; i++) positions.push(points[i]!.at);
  }
  // Bands are read from whole fours of points, of which some weigh nothing.
  const max = sources.reduce((max, source) => Math.max(max, 4 * foursOf(source)), 0);
  while (positions.length < max) positions.push(positions.at(-1)!);
  return { positions, firstOf };
}

/** Fours of points that a band is read from. */
const foursOf = ({ points }: BandSource) => Math.ceil(points.length / 4);

/**
 * @param sources what each band is read from
 * @param filled share of the transform that segments fill, at most `mostFilled` if there are points: they stand in its middle
 */
export function bandTable(sources: readonly BandSource[], filled: number): BandTable {
  const { positions, firstOf } = sharePoints(sources);
  const taps = positions.length > 0 ? tapCount(filled) : 0;
  let firstBin = Infinity;
  let lastBin = -Infinity;
  const use = (first: number, count: number) => {
    firstBin = Math.min(firstBin, first);
    lastBin = Math.max(lastBin, first + count - 1);
  };
  for (const at of positions) use(firstTap(at, taps), taps);
  for (const { bins } of sources) if (bins.weights.length > 0) use(bins.first, bins.weights.length);
  if (firstBin > lastBin) firstBin = lastBin = 0;
  const binPlace = (bin: number) => 16 * (bin - firstBin);

  const bytesOf = (source: BandSource) =>
    bytesOfBandHead + 4 * (4 * foursOf(source) + source.bins.weights.length);
  const bytes = new ArrayBuffer(
    sources.reduce((sum, source) => sum + bytesOf(source), positions.length * (bytesOfPointHead + 4 * taps)),
  );
  const floats = new Float32Array(bytes);
  let offset = 0;
  for (const at of positions) {
    putPointHead(bytes, offset, { place: binPlace(firstTap(at, taps)) });
    putTaps(at, taps, floats, (offset + bytesOfPointHead) / 4);
    offset += bytesOfPointHead + 4 * taps;
  }
  sources.forEach((source, band) => {
    const { bins, points } = source;
    const count = 4 * foursOf(source);
    const first = Math.max(0, Math.min(firstOf[band]!, positions.length - count));
    putBandHead(bytes, offset, {
      fours: foursOf(source),
      point: 32 * first,
      bin: bins.weights.length > 0 ? binPlace(bins.first) : 0,
      bins: bins.weights.length,
    });
    const weights = (offset + bytesOfBandHead) / 4;
    points.forEach(({ weight }, i) => (floats[weights + firstOf[band]! - first + i] = weight));
    floats.set(bins.weights, weights + count);
    offset += bytesOf(source);
  });
  return { bands: sources.length, firstBin, lastBin, points: positions.length, taps, bytes };
}
