import { silenceDb, silencePower, type BandCover } from './bands';
import { nextPowerOfTwo } from './nextPowerOfTwo';
import { placeSignal } from './segmentTransform';
import { align, reach, signal } from './signalEngine';

/**
 * Band powers of windowed segments by way of their autocorrelation, for segments
 * that are much shorter than the transform they would be padded to.
 *
 * The power of a bin of the padded transform is the transform of the segment's
 * autocorrelation r (Wiener and Khinchin), so a band's power is
 * sum over lags of r[lag] K[lag], K being the sum of the band's cosines: the same number, without
 * the long transform.
 */

/** Lags of a segment, and one more where that makes them an even number. */
const lagsOf = (length: number) => length + (length & 1);

/** Size of the transforms by which segments are correlated: nothing wraps around. */
const sizeFor = (length: number) => Math.max(16, nextPowerOfTwo(2 * length));

/**
 * Sums of cosines of the bins of each band, as rows of lags: K[0] counts the
 * bins, K[lag] is twice the sum of cos(2 pi k lag / size), shares of bins and all factors included.
 * @param covers of bands in bins of a transform of `size`
 * @param length of the segments
 * @param scale that powers |X[k]|^2 are multiplied by
 */
export function bandKernels(
  covers: readonly BandCover[],
  size: number,
  length: number,
  scale: number,
): Float64Array {
  const lags = lagsOf(length);
  // The two segments are told apart at twice their height; two transforms in a row are their size times the inverse.
  const share = scale / (4 * sizeFor(length));
  const kernels = new Float64Array(covers.length * lags);
  covers.forEach(({ first, last, firstShare, lastShare }, band) => {
    if (last < first) return;
    const inner = last - first - 1;
    for (let lag = 0; lag < length; lag++) {
      const angle = (2 * Math.PI * lag) / size;
      let sum = firstShare * Math.cos(first * angle);
      if (last > first) sum += lastShare * Math.cos(last * angle);
      // Cosines of equally spaced angles, in closed form.
      if (inner > 0) {
        const spread = lag === 0 ? inner : Math.sin((inner * angle) / 2) / Math.sin(angle / 2);
        sum += spread * Math.cos(((first + last) * angle) / 2);
      }
      kernels[band * lags + lag] = share * (lag === 0 ? 1 : 2) * sum;
    }
  });
  return kernels;
}

/** What measuring two segments this way costs, in steps of a transform in floats: this one is in doubles. */
export function correlationCost(length: number, bands: number): number {
  const size = sizeFor(length);
  return 1.6 * (2 * size * Math.log2(size)) + 1.2 * bands * length + 1000;
}

/**
 * Levels in dBFS of the bands of segments at equal distances, by their autocorrelations.
 * @param kernels of {@link bandKernels}, for segments as long as the window; all else as for `levelsByTransform`
 */
export function levelsByCorrelation(
  samples: Float32Array,
  window: Float64Array,
  kernels: Float64Array,
  start: number,
  hop: number,
  count: number,
): Float32Array {
  const lags = lagsOf(window.length);
  const bands = kernels.length / lags;
  const size = sizeFor(window.length);
  const { end, ...room } = placeSignal(samples, window, size);
  // Room for the lags, and before them for the powers, which are more.
  const lagA = end;
  const lagB = align(lagA + 8 * (size / 2 + 1));
  const sumsA = align(lagB + 8 * (size / 2 + 1));
  const sumsB = align(sumsA + 8 * bands + 8);
  const kernelsAt = align(sumsB + 8 * bands + 8);
  const out = align(kernelsAt + kernels.byteLength);
  const buffer = reach(out + 4 * bands * count + 4);
  room.load(buffer);
  new Float64Array(buffer, kernelsAt, kernels.length).set(kernels);
  const sums = [lagA, lagB, lags, kernelsAt, bands, sumsA, sumsB] as const;
  signal().correlatedLevels(start, hop, count, ...sums, silencePower, silenceDb, out);
  return new Float32Array(buffer, out, bands * count);
}
