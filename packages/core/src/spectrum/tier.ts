import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { bandKernels, correlationCost, loadCorrelations } from './segmentCorrelation';
import { loadSegments, type LoadedSegments } from './segmentTransform';
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

/**
 * Windowed, zero-padded transform of segments, and the levels of some bands from it.
 *
 * The spectrum is one-sided power relative to a full-scale sine on a bin. A
 * band's level is the summed power of the bins it covers, divided by the
 * window's noise bandwidth in padded bins.
 *
 * Segments are transformed two at a time, see segmentTransform.ts; or, where that is less work, a band's level
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
  private readonly noiseBandwidthBins: number;
  private readonly firstBin: number;
  private readonly lastBin: number;
  /** For the way by autocorrelation; undefined where the transform is less work. */
  private readonly kernels: Float64Array | undefined;

  /**
   * @param edges edges of all bands in Hz, one more than there are bands
   * @param bands the bands this tier serves
   * @param plain whether it is to transform by the definition, whatever the work
   */
  constructor(
    shape: TierShape,
    edges: Float64Array,
    private readonly bands: readonly number[],
    plain = false,
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
    this.noiseBandwidthBins = noiseBandwidthHz / this.binHz;
    this.powerScale = (2 / this.window.reduce((total, w) => total + w, 0)) ** 2;
    this.fftSize = fftSize;
    const covers = bandCovers(edges, this.binHz, fftSize / 2 + 1);
    this.covers = bands.map((band) => covers[band]!);
    const used = this.covers.filter((cover) => cover.last >= cover.first);
    this.firstBin = Math.min(...used.map((cover) => cover.first));
    this.lastBin = Math.max(...used.map((cover) => cover.last));
    const short = correlationCost(length, bands.length) < fftSize * Math.log2(fftSize);
    this.kernels = short && !plain ? bandKernels(this.covers, fftSize, length, this.powerScale) : undefined;
  }

  /**
   * Power spectrum of the segment centred on a sample, filled where bands are.
   * @param samples mono, -1..1, at this tier's rate; silence is assumed beyond their ends
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    const start = centre + this.firstOffset;
    const segment = samples.subarray(Math.max(0, start), Math.max(0, start + this.window.length));
    const loaded = this.load(segment);
    loaded.transform(Math.min(start, 0), undefined);
    const { firstBin, lastBin } = this;
    const power = new Float64Array(loaded.powerA.length);
    power.set(loaded.powerA.subarray(firstBin, lastBin + 1), firstBin);
    return power;
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
    const { bands, noiseBandwidthBins } = this;
    const measure = this.measure(samples);
    const start = centre + this.firstOffset;
    for (let i = 0; i < count; i += 2) {
      const rows = i + 1 < count ? 2 : 1;
      const powers = measure(start + i * hop, rows === 2 ? start + (i + 1) * hop : undefined);
      for (let row = 0; row < rows; row++) {
        const power = powers[row]!;
        const at = offset + (i + row) * width;
        for (let j = 0; j < bands.length; j++) {
          out[at + bands[j]!] = powerToDb(power[j]! / noiseBandwidthBins);
        }
      }
    }
  }

  /** Gives the powers of this tier's bands in two segments of a signal, by where they start; the arrays are used again. */
  private measure(samples: Float32Array) {
    const { covers, kernels, window } = this;
    if (kernels) {
      const loaded = loadCorrelations(samples, window, kernels);
      return (startA: number, startB: number | undefined): Float64Array[] => {
        loaded.correlate(startA, startB);
        return [loaded.powerA, loaded.powerB];
      };
    }
    const loaded = this.load(samples);
    const sums = [new Float64Array(covers.length), new Float64Array(covers.length)] as const;
    return (startA: number, startB: number | undefined): readonly Float64Array[] => {
      loaded.transform(startA, startB);
      for (let i = 0; i < covers.length; i++) {
        sums[0][i] = bandPower(loaded.powerA, covers[i]!);
        if (startB !== undefined) sums[1][i] = bandPower(loaded.powerB, covers[i]!);
      }
      return sums;
    };
  }

  private load(samples: Float32Array): LoadedSegments {
    const { window, fftSize, firstBin, lastBin, powerScale } = this;
    return loadSegments(samples, window, fftSize, firstBin, lastBin, powerScale);
  }
}
