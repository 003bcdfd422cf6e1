import { putPowersTask } from '../signal/signalCalls';
import { align, growTo, scratch, signal } from '../signal/signalEngine';
import { checkTransform, tablesFor } from '../signal/transformTables';

/**
 * Power spectra of windowed segments of a signal, in WebAssembly with two doubles
 * at a time: several times as fast as in JavaScript, and as exact. See assembly/segments.ts.
 */

/** The sum of a bin and its mirror, squared, is so many times the power that is wanted. */
export const sumSquared = 4;

/** Segments that can be transformed: all of one signal, through one window. */
export interface LoadedSegments {
  /** Powers of the two segments last transformed: bins 0 .. size/2, filled where they were asked for. */
  powerA: Float64Array;
  powerB: Float64Array;
  /**
   * Transforms two segments.
   * @param startA first sample of each, counted from that of the signal; undefined for none
   */
  transform(startA: number, startB: number | undefined): void;
}

/**
 * Loads a signal. What it gives is good until the next one is loaded.
 * @param samples silence is assumed beyond their ends
 * @param window as long as the segments, at most `size`
 * @param size of the transform, to which segments are padded with zeros
 * @param firstBin and `lastBin`: the bins that are wanted
 * @param scale that powers |X[k]|^2 are multiplied by
 * @throws RangeError unless `size` is a power of two of at least 16
 */
export function loadSegments(
  samples: Float32Array,
  window: Float64Array,
  size: number,
  firstBin: number,
  lastBin: number,
  scale: number,
): LoadedSegments {
  checkTransform(window.length, size);
  const bins = size / 2 + 1;
  const { twiddles, order } = tablesFor(size, 'double');
  const re = scratch();
  const im = re + 8 * size;
  const windowAt = im + 8 * size;
  const samplesAt = align(windowAt + window.byteLength);
  // Samples are read two at a time: one more than there are.
  const powerA = align(samplesAt + samples.byteLength + 8);
  const powerB = align(powerA + 8 * bins);
  const buffer = growTo(powerB + 8 * bins);
  new Float64Array(buffer, windowAt, window.length).set(window);
  new Float32Array(buffer, samplesAt, samples.length).set(samples);
  const { memory, powers } = signal();
  const task = {
    samples: samplesAt,
    count: samples.length,
    window: windowAt,
    length: window.length,
    re,
    im,
    size,
    twiddles,
    order,
    powerA,
    powerB,
    first: firstBin,
    last: lastBin,
    scale: scale / sumSquared,
  };
  return {
    powerA: new Float64Array(buffer, powerA, bins),
    powerB: new Float64Array(buffer, powerB, bins),
    transform: (startA, startB = samples.length) =>
      powers(putPowersTask(memory.buffer, { ...task, startA, startB })),
  };
}
