import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { createRealFft, type RealFft } from './fft';
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
 */
export class Tier {
  /** Width of a padded bin in Hz. */
  readonly binHz: number;
  private readonly fft: RealFft;
  /** The window at the samples there are. */
  private readonly window: Float64Array;
  /** First windowed sample, counted from the centre. */
  private readonly firstOffset: number;
  private readonly padded: Float64Array;
  private readonly power: Float64Array;
  private readonly covers: BandCover[];
  private readonly powerScale: number;
  private readonly noiseBandwidthBins: number;
  private readonly firstBin: number;
  private readonly lastBin: number;

  /**
   * @param edges band edges in Hz, one more than bands
   * @param firstBand this tier serves bands firstBand .. firstBand + bandCount - 1
   */
  constructor(
    shape: TierShape,
    edges: Float64Array,
    readonly firstBand: number,
    readonly bandCount: number,
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
    this.fft = createRealFft(fftSize);
    this.padded = new Float64Array(fftSize);
    this.power = new Float64Array(fftSize / 2 + 1);
    this.covers = bandCovers(
      edges.subarray(firstBand, firstBand + bandCount + 1),
      this.binHz,
      this.power.length,
    );
    const used = this.covers.filter((cover) => cover.last >= cover.first);
    this.firstBin = Math.min(...used.map((cover) => cover.first));
    this.lastBin = Math.max(...used.map((cover) => cover.last));
  }

  /**
   * Power spectrum of the segment centred on a sample, filled where bands are.
   * The array is reused by the next call.
   * @param samples mono, -1..1, at this tier's rate; silence is assumed beyond their ends
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    const { padded, window, power, powerScale } = this;
    const start = centre + this.firstOffset;
    const from = Math.max(0, -start);
    const to = Math.min(window.length, samples.length - start);
    padded.fill(0, 0, window.length);
    for (let n = from; n < to; n++) padded[n] = samples[start + n]! * window[n]!;
    this.fft.transform(padded);
    const { real, imaginary } = this.fft;
    for (let k = this.firstBin; k <= this.lastBin; k++) {
      power[k] = powerScale * (real[k]! * real[k]! + imaginary[k]! * imaginary[k]!);
    }
    return power;
  }

  /** Levels in dBFS of this tier's bands, written into the row that starts at `offset`. */
  levels(samples: Float32Array, centre: number, out: Float32Array, offset: number): void {
    const power = this.spectrum(samples, centre);
    const { covers, noiseBandwidthBins } = this;
    for (let i = 0; i < covers.length; i++) {
      out[offset + this.firstBand + i] = powerToDb(bandPower(power, covers[i]!) / noiseBandwidthBins);
    }
  }
}
