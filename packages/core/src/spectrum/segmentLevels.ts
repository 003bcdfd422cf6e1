import { silenceDb, silencePower, type BandCover } from './bands';
import { nextPowerOfTwo } from './nextPowerOfTwo';
import { sumSquared } from './segmentTransform';
import { align, keep, reach, scratch, signal } from './signalEngine';

/**
 * Levels of bands in many segments of a signal, by transforms in WebAssembly with four floats at a time. See
 * assembly/fastTransform.ts; segmentTransform.ts has the one in doubles.
 */

/** Tables for transforms of one size. */
interface FastTables {
  twiddles: number;
  order: number;
}

const tables = new Map<number, FastTables>();

/** Whether a size is a power of four. */
const isOfFours = (size: number) => Number.isInteger(Math.log2(size) / 2);

/** Cosines and sines for all stages: for each four values those of their multiples, one in a stage of two, three in one of four. */
function twiddlesOf(size: number): Float32Array {
  const values: number[] = [];
  const stage = (n: number, parts: number) => {
    for (let j = 0; j < n / parts; j += 4) {
      for (let multiple = 1; multiple < parts; multiple++) {
        const angles = [0, 1, 2, 3].map((i) => (-2 * Math.PI * (j + i) * multiple) / n);
        values.push(...angles.map(Math.cos), ...angles.map(Math.sin));
      }
    }
  };
  if (!isOfFours(size)) stage(size, 2);
  for (let n = isOfFours(size) ? size : size / 2; n > 4; n /= 4) stage(n, 4);
  return Float32Array.from(values);
}

/**
 * Where each bin stands after the transform: in the order of reversed digits, but that the last
 * fours were transformed four at a time and alternate.
 */
export function fastBinOrder(size: number): Uint32Array {
  const order = new Uint32Array(size);
  const place = (start: number, length: number, bin: number, step: number): void => {
    const parts = isOfFours(length) ? 4 : 2;
    for (let part = 0; part < parts; part++) {
      const partBin = bin + part * step;
      if (length > 4) place(start + (part * length) / parts, length / parts, partBin, step * parts);
      else {
        const group = start - (start % 16);
        order[partBin] = group + 4 * part + (start - group) / 4;
      }
    }
  };
  place(0, size, 0, 1);
  return order;
}

/** Tables for transforms of a size, kept once they are made. */
export function fastTablesFor(size: number): FastTables {
  let known = tables.get(size);
  if (!known) {
    const twiddles = keep(twiddlesOf(size));
    const order = keep(fastBinOrder(size));
    tables.set(size, (known = { twiddles, order }));
  }
  return known;
}

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
  if (!Number.isInteger(size) || size < 16 || nextPowerOfTwo(size) !== size || window.length > size) {
    throw new RangeError(`a segment of ${window.length} samples cannot be transformed by ${size}`);
  }
  const { twiddles, order } = fastTablesFor(size);
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
