import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
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
 * Segments are transformed two at a time, see segmentTransform.ts.
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
    this.noiseBandwidthBins = noiseBandwidthHz / this.binHz;
    this.powerScale = (2 / this.window.reduce((total, w) => total + w, 0)) ** 2;
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
    const loaded = this.load(samples);
    const start = centre + this.firstOffset;
    for (let i = 0; i < count; i += 2) {
      const both = i + 1 < count;
      loaded.transform(start + i * hop, both ? start + (i + 1) * hop : undefined);
      this.write(loaded.powerA, out, offset + i * width);
      if (both) this.write(loaded.powerB, out, offset + (i + 1) * width);
    }
  }

  private load(samples: Float32Array): LoadedSegments {
    const { window, fftSize, firstBin, lastBin, powerScale } = this;
    return loadSegments(samples, window, fftSize, firstBin, lastBin, powerScale);
  }

  private write(power: Float64Array, out: Float32Array, row: number): void {
    const { bands, covers, noiseBandwidthBins } = this;
    for (let i = 0; i < bands.length; i++) {
      out[row + bands[i]!] = powerToDb(bandPower(power, covers[i]!) / noiseBandwidthBins);
    }
  }
}
