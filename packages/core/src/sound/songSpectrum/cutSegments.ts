import { exact } from '../../contract';
import { halvingTaps, loweringMargin } from '../signal/halve';
import { stepOf, windowMeans, windowShapes } from '../spectrum/windows';
import type { SegmentShape } from '../spectrum/segmentWindow';
import { putCutTask, type Pointer } from '../signal/signalCalls';

/**
 * Segments of a song at a lower rate, through windows that end in a step.
 *
 * The step makes side lobes that reach over all frequencies, and back again into the low bands. Of a song that is lowered
 * first and cut then, the low-pass has taken away what they are made of. So segments are cut out first and lowered then:
 * where the filter lies wholly within a segment that is the lowered song, which all segments share, and only the few
 * samples around both ends are made anew, halving by halving. The part of the window that falls to nothing may be applied
 * at the lower rate.
 */

/** A window that ends in a step, at a lower rate. */
export interface CutWindow {
  /** What of the window falls to nothing, at the samples that are made. */
  smooth: Float32Array;
  /** What does not. */
  step: number;
  /** Samples of the song in a segment, and before its centre. */
  segmentLength: number;
  before: number;
  decimation: number;
  /** Where the first sample at the lower rate is made, in samples of the song from the segment's first. */
  lead: number;
  /** As for `SegmentWindow`. */
  levelScale: number;
}

/** Samples at the lower rate that the filter makes of a segment, and the first of them, counted from the centre's. */
export function cutRange(segmentLength: number, decimation: number): { first: number; length: number } {
  const before = segmentLength >> 1;
  const half = loweringMargin(decimation);
  const first = -Math.floor((before + half) / decimation);
  const last = Math.floor((segmentLength - 1 - before + half) / decimation);
  return { first, length: last - first + 1 };
}

export function cutWindow(shape: SegmentShape): CutWindow {
  const { windowShape, segmentLength, decimation, sampleRate, fftSize } = shape;
  const step = stepOf(windowShape);
  const { first, length } = cutRange(segmentLength, decimation);
  const before = segmentLength >> 1;
  const { shape: windowAt } = windowShapes[windowShape];
  const smooth = new Float32Array(length);
  for (let j = 0; j < length; j++) {
    const n = before + (first + j) * decimation;
    if (n >= 0 && n < segmentLength) smooth[j] = windowAt(n / segmentLength) - step;
  }
  // Lowered samples are so many times fewer, and so are their sums smaller.
  const { mean, meanSquare } = windowMeans(windowShape);
  const powerScale = exact.square((2 * decimation) / (segmentLength * mean));
  const noiseBandwidthHz = ((meanSquare / exact.square(mean)) * sampleRate * decimation) / segmentLength;
  const levelScale = (powerScale * sampleRate) / fftSize / noiseBandwidthHz;
  const lead = before + first * decimation;
  return { smooth, step, segmentLength, before, decimation, lead, levelScale };
}

/** Bytes that cutting needs for what stands around cuts: `room` of a `CutTask`. */
const aroundBytes = 4 * 4 * 128 + 4 * 192;
/** Signals, and copies of each with itself, at the most. */
const maxSignals = 2;
const maxCopies = 8;
/** Bytes that {@link putCut} needs. */
export const cutBytes = aroundBytes + 4 * maxSignals * maxCopies;

/**
 * Writes what segments are cut by, see assembly/cut.ts.
 * @param addresses of each signal, and of its copies: see `SongCopies`
 * @param at where there is room for {@link cutBytes}
 */
export function putCut(
  { decimation, step, segmentLength, lead }: CutWindow,
  addresses: readonly number[][],
  buffer: ArrayBuffer,
  at: number,
): Pointer<'CutTask'> {
  const tableOf = (signal: number) => at + aroundBytes + signal * 4 * maxCopies;
  addresses.forEach((copies, i) => new Uint32Array(buffer, tableOf(i), copies.length).set(copies));
  return putCutTask(buffer, {
    taps: halvingTaps(),
    halvings: exact.log2(decimation),
    step,
    length: segmentLength,
    lead,
    work: at,
    copies: tableOf(0),
    othersCopies: tableOf(1),
  });
}
