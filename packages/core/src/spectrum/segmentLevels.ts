import { silenceDb, silencePower } from './bands';
import type { BandReader } from './bandReader';
import { sumSquared } from './segmentTransform';
import { align, reach, scratch, signal } from './signalEngine';
import { checkTransform, tablesFor } from './transformTables';

/**
 * Levels of bands in many segments of a signal, by transforms in WebAssembly with four floats at a time. See
 * assembly/levels.ts; segmentTransform.ts has transforms in doubles.
 */

/**
 * Levels in dBFS of the bands of segments at equal distances.
 * @param signals one, or two of the same length for the mean of their powers; silence is assumed beyond their ends
 * @param window as long as the segments, at most `size`
 * @param size of the transform, in whose middle segments stand
 * @param reader says how bands are read from it
 * @param scale that powers |X[k]|^2 are multiplied by
 * @param start first sample of the first segment
 * @param hop samples from one segment to the next
 * @param count how many segments
 * @returns `count` rows of levels, good until this or the like is called again
 * @throws RangeError unless `size` is a power of two of at least 16
 */
export function levelsOfSegments(
  signals: readonly Float32Array[],
  window: Float64Array,
  size: number,
  reader: BandReader,
  scale: number,
  start: number,
  hop: number,
  count: number,
): Float32Array {
  checkTransform(window.length, size);
  const { twiddles, order } = tablesFor(size, 'single');
  const { bands, firstBin, lastBin, taps, points, words } = reader;
  const re = scratch();
  const im = re + 4 * size;
  const windowAt = im + 4 * size;
  const samplesAt = align(windowAt + 4 * window.length);
  const [samples, others] = signals;
  const { length, byteLength } = samples!;
  const othersAt = others ? align(samplesAt + byteLength) : 0;
  const bins = align((othersAt || samplesAt) + byteLength);
  const readerAt = bins + 32 * (lastBin - firstBin + 1);
  const pointsAt = align(readerAt + words.byteLength);
  const powers = pointsAt + 32 * points;
  const out = powers + 4 * align(4 * bands);
  const buffer = reach(out + 4 * bands * count + 12);
  new Float32Array(buffer, windowAt, window.length).set(window);
  new Float32Array(buffer, samplesAt, length).set(samples!);
  if (others) new Float32Array(buffer, othersAt, length).set(others);
  new Uint8Array(buffer, readerAt, words.byteLength).set(new Uint8Array(words));
  const segments = [samplesAt, othersAt, length, windowAt, window.length] as const;
  const transform = [re, im, size, twiddles, order, start, hop, count] as const;
  const read = [firstBin, lastBin, bins, readerAt, bands, taps, pointsAt, powers] as const;
  const share = scale / sumSquared / signals.length;
  signal().bandLevels(...segments, ...transform, ...read, share, silencePower, silenceDb, out);
  return new Float32Array(buffer, out, bands * count);
}
