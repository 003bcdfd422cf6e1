import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { bandKernels, correlationCost, levelsByCorrelation } from './segmentCorrelation';
import { levelsByTransform } from './segmentLevels';
import { loadSegments } from './segmentTransform';
import { noiseBandwidth, windowShapes, type WindowKind } from './windows';

/** What a tier works with. */
export interface TierShape {
  /** Rate of the samples it is given, in Hz. */
  sampleRate: number;
  /** Only every so many-th sample of the song is there: 1 for all. */
  decimation: number;
  fftSize: number;
  windowShape: WindowKind;
  /** Length of the window in samples of the song. */
  segmentLength: number;
}

/** In steps of a butterfly, with all that belongs to a transform. */
const fftCost = (size: number) => size * Math.log2(size) + 2500;

/**
 * What measuring some bands of two segments costs, in steps of a butterfly or of a sum, the better way.
 * @param length of the segments in samples
 * @param fftSize to which they are padded
 */
export const transformCost = (length: number, fftSize: number, bands: number): number =>
  Math.min(fftCost(fftSize), correlationCost(length, bands));

/**
 * Windowed, zero-padded transform of segments, and the levels of some bands from it.
 *
 * The spectrum is one-sided power relative to a full-scale sine on a bin. A
 * band's level is the summed power of the bins it covers, divided by the
 * window's noise bandwidth in padded bins.
 *
 * Segments are transformed two at a time, see segmentLevels.ts; or, where that is less work, a band's level
 * is found from their autocorrelation, see segmentCorrelation.ts.
 */
export class Tier {
  /** Width of a padded bin in Hz. */
  readonly binHz: number;
  private readonly fftSize: number;
  /** The window at the samples there are. */
  private readonly window: Float64Array;
  /** First windowed sample, counted from the centre. */
  private readonly firstOffset: number;
  private readonly covers: BandCover[];
  private readonly powerScale: number;
  /** The same over the window's noise bandwidth: for the powers of bands. */
  private readonly levelScale: number;
  private readonly firstBin: number;
  private readonly lastBin: number;
  /** For the way by autocorrelation, once it is needed. */
  private kernels: Float64Array | undefined;

  /**
   * @param edges edges of all bands in Hz, one more than there are bands
   * @param bands the bands this tier serves
   */
  constructor(
    shape: TierShape,
    edges: Float64Array,
    private readonly bands: readonly number[],
  ) {
    const { sampleRate, decimation, fftSize, segmentLength } = shape;
    const before = segmentLength >> 1;
    this.firstOffset = -Math.floor(before / decimation);
    const firstPosition = before + this.firstOffset * decimation;
    const length = Math.ceil((segmentLength - firstPosition) / decimation);
    const windowAt = windowShapes[shape.windowShape].shape;
    this.window = Float64Array.from({ length }, (_, j) =>
      windowAt((firstPosition + j * decimation) / segmentLength),
    );
    this.binHz = sampleRate / fftSize;
    const noiseBandwidthHz = (noiseBandwidth(this.window) * sampleRate) / length;
    this.powerScale = (2 / this.window.reduce((total, w) => total + w, 0)) ** 2;
    this.levelScale = (this.powerScale * this.binHz) / noiseBandwidthHz;
    this.fftSize = fftSize;
    const covers = bandCovers(edges, this.binHz, fftSize / 2 + 1);
    this.covers = bands.map((band) => covers[band]!);
    const used = this.covers.filter((cover) => cover.last >= cover.first);
    this.firstBin = Math.min(...used.map((cover) => cover.first));
    this.lastBin = Math.max(...used.map((cover) => cover.last));
  }

  /**
   * Power spectrum of the segment centred on a sample, filled where bands are.
   * @param samples mono, -1..1, at this tier's rate; silence is assumed beyond their ends
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    const start = centre + this.firstOffset;
    const segment = samples.subarray(Math.max(0, start), Math.max(0, start + this.window.length));
    const { firstBin, lastBin, window, fftSize, powerScale } = this;
    const loaded = loadSegments(segment, window, fftSize, firstBin, lastBin, powerScale);
    loaded.transform(Math.min(start, 0), undefined);
    const power = new Float64Array(loaded.powerA.length);
    power.set(loaded.powerA.subarray(firstBin, lastBin + 1), firstBin);
    return power;
  }

  /**
   * Levels in dBFS of this tier's bands at a moment, by the definition. Parameters as for {@link spectrum}.
   * @param out levels of all bands, of which those of this tier's are written, from `offset` on
   */
  exactLevels(samples: Float32Array, centre: number, out: Float32Array, offset: number): void {
    const power = this.spectrum(samples, centre);
    const share = this.levelScale / this.powerScale;
    this.bands.forEach((band, i) => {
      out[offset + band] = powerToDb(bandPower(power, this.covers[i]!) * share);
    });
  }

  /**
   * Levels in dBFS of this tier's bands at moments equally far apart.
   * @param samples as for {@link spectrum}
   * @param centre of the first moment's segment
   * @param hop samples from one centre to the next
   * @param count how many moments
   * @param out rows of `width` values, from `offset` on; only those of this tier's bands are written
   */
  levels(
    samples: Float32Array,
    centre: number,
    hop: number,
    count: number,
    out: Float32Array,
    offset: number,
    width: number,
  ): void {
    const { bands } = this;
    const rows = this.rows(samples, centre + this.firstOffset, hop, count);
    const contiguous = bands.at(-1)! - bands[0]! === bands.length - 1;
    for (let i = 0; i < count; i++) {
      const row = rows.subarray(i * bands.length, (i + 1) * bands.length);
      const at = offset + i * width;
      if (contiguous) out.set(row, at + bands[0]!);
      else bands.forEach((band, j) => (out[at + band] = row[j]!));
    }
  }
  /** Rows of levels of segments, the less costly way. @param start first sample of the first segment */
  private rows(samples: Float32Array, start: number, hop: number, count: number): Float32Array {
    const { bands, covers, fftSize, window, levelScale } = this;
    const { length } = window;
    if (transformCost(length, fftSize, bands.length) === fftCost(fftSize)) {
      return levelsByTransform(samples, window, fftSize, covers, levelScale, start, hop, count);
    }
    this.kernels ??= bandKernels(covers, fftSize, length, levelScale);
    return levelsByCorrelation(samples, window, this.kernels, start, hop, count);
  }
}
