import { silenceDb, silencePower, type BandCover } from './bands';
import { sumSquared } from './segmentTransform';
import { align, reach, scratch, signal } from './signalEngine';
import { checkTransform, tablesFor } from './transformTables';

/**
 * Levels of bands in many segments of a signal, by transforms in WebAssembly with four floats at a time. See
 * assembly/levels.ts; segmentTransform.ts has transforms in doubles.
 */

/**
 * Levels in dBFS of the bands of segments at equal distances.
 * @param samples silence is assumed beyond their ends
 * @param window as long as the segments, at most `size`
 * @param size of the transform, to which segments are padded with zeros
 * @param covers of the bands, in bins of a transform of `size`
 * @param scale that powers |X[k]|^2 are multiplied by
 * @param start first sample of the first segment
 * @param hop samples from one segment to the next
 * @param count how many segments
 * @returns `count` rows of levels, good until this or the like is called again
 * @throws RangeError unless `size` is a power of two of at least 16
 */
export function levelsByTransform(
  samples: Float32Array,
  window: Float64Array,
  size: number,
  covers: readonly BandCover[],
  scale: number,
  start: number,
  hop: number,
  count: number,
): Float32Array {
  checkTransform(window.length, size);
  const { twiddles, order } = tablesFor(size, 'single');
  const used = covers.filter(({ first, last }) => last >= first);
  const firstBin = Math.min(...used.map(({ first }) => first), size / 2);
  const lastBin = Math.max(...used.map(({ last }) => last), 0);
  const bands = covers.length;
  const re = scratch();
  const im = re + 4 * size;
  const windowAt = im + 4 * size;
  const samplesAt = align(windowAt + 4 * window.length);
  const powerA = align(samplesAt + samples.byteLength);
  const powerB = align(powerA + 4 * size + 8);
  const coversAt = align(powerB + 4 * size + 8);
  const sums = align(coversAt + 24 * bands);
  const out = align(sums + 8 * bands + 8);
  const buffer = reach(out + 4 * bands * count + 4);
  new Float32Array(buffer, windowAt, window.length).set(window);
  new Float32Array(buffer, samplesAt, samples.length).set(samples);
  const view = new DataView(buffer, coversAt);
  covers.forEach(({ first, last, firstShare, lastShare }, band) => {
    const empty = last < first;
    view.setUint32(24 * band, empty ? 1 : first, true);
    view.setUint32(24 * band + 4, empty ? 0 : last, true);
    view.setFloat64(24 * band + 8, firstShare, true);
    view.setFloat64(24 * band + 16, lastShare, true);
  });
  const segments = [
    samplesAt,
    samples.length,
    windowAt,
    window.length,
    re,
    im,
    size,
    twiddles,
    order,
  ] as const;
  const powers = [powerA, powerB, firstBin, lastBin, scale / sumSquared] as const;
  const levels = [coversAt, bands, sums, silencePower, silenceDb, out] as const;
  signal().transformedLevels(...segments, start, hop, count, ...powers, ...levels);
  return new Float32Array(buffer, out, bands * count);
}
