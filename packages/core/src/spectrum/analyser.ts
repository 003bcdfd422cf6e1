import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { createRealFft, nextPowerOfTwo, type RealFft } from './fft';
import { bandEdges, type ScaleKind } from './scales';
import { noiseBandwidth, windowSamples, type WindowKind } from './windows';

/** What is heard: the part of an ear that decides about band levels in dBFS. */
export interface BandSettings {
  fromHz: number;
  toHz: number;
  bands: number;
  scale: ScaleKind;
  windowShape: WindowKind;
  /** Length of the window in seconds. */
  window: number;
}

/** Longest transform; bands too narrow for it share bins. */
export const maxFftSize = 32768;

/**
 * Band levels of single segments of a signal.
 *
 * A segment is the N = round(window x sampleRate) samples centred on a moment,
 * windowed and zero-padded to a power of two that gives the narrowest band at
 * least two bins, at most {@link maxFftSize}.
 *
 * A band's level is the square root of the summed power of the bins it covers,
 * divided by the noise bandwidth in padded bins: a sine of amplitude 1 reads
 * 0 dBFS in a band that holds its main lobe, and the bands' powers add up to
 * the power of the range.
 */
export class SegmentAnalyser {
  /** Samples in a segment. */
  readonly segmentLength: number;
  readonly fftSize: number;
  /** Width of a padded bin in Hz. */
  readonly binHz: number;
  /** Equivalent noise bandwidth of the window in Hz. */
  readonly noiseBandwidthHz: number;
  /** Band edges in Hz, one more than bands. */
  readonly edges: Float64Array;
  /** Whether the narrowest band covers less than two bins even at the longest transform. */
  readonly sharesBins: boolean;
  private readonly fft: RealFft;
  private readonly window: Float64Array;
  private readonly padded: Float64Array;
  private readonly power: Float64Array;
  private readonly covers: BandCover[];
  private readonly powerScale: number;
  private readonly noiseBandwidthBins: number;
  private readonly firstBin: number;
  private readonly lastBin: number;

  constructor(settings: BandSettings, sampleRate: number) {
    this.segmentLength = Math.max(4, Math.round(settings.window * sampleRate));
    this.edges = bandEdges(settings.scale, settings.fromHz, settings.toHz, settings.bands);
    let narrowest = Infinity;
    for (let i = 1; i < this.edges.length; i++) {
      narrowest = Math.min(narrowest, this.edges[i]! - this.edges[i - 1]!);
    }
    const shortest = nextPowerOfTwo(this.segmentLength);
    const wanted = nextPowerOfTwo((2 * sampleRate) / narrowest);
    // A window longer than the longest transform still has to fit whole.
    this.fftSize = Math.max(shortest, Math.min(wanted, maxFftSize));
    this.binHz = sampleRate / this.fftSize;
    this.sharesBins = narrowest < 2 * this.binHz * (1 - 1e-12);
    this.window = windowSamples(settings.windowShape, this.segmentLength);
    const bandwidth = noiseBandwidth(this.window);
    this.noiseBandwidthHz = (bandwidth * sampleRate) / this.segmentLength;
    this.noiseBandwidthBins = (bandwidth * this.fftSize) / this.segmentLength;
    const sum = this.window.reduce((total, w) => total + w, 0);
    this.powerScale = (2 / sum) ** 2;
    this.fft = createRealFft(this.fftSize);
    this.padded = new Float64Array(this.fftSize);
    this.power = new Float64Array(this.fftSize / 2 + 1);
    this.covers = bandCovers(this.edges, this.binHz, this.power.length);
    const used = this.covers.filter((cover) => cover.last >= cover.first);
    this.firstBin = Math.min(...used.map((cover) => cover.first));
    this.lastBin = Math.max(...used.map((cover) => cover.last));
  }

  /**
   * One-sided power spectrum of the segment centred on sample `centre`, relative
   * to a full-scale sine on a bin: bins 0 .. fftSize/2, filled where bands are.
   * The array is reused by the next call.
   * @param samples mono, -1..1
   * @param centre index into `samples`; what lies outside them counts as silence
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    const { segmentLength, padded, window, power, powerScale } = this;
    const start = Math.round(centre) - (segmentLength >> 1);
    const from = Math.max(0, -start);
    const to = Math.min(segmentLength, samples.length - start);
    padded.fill(0, 0, segmentLength);
    for (let n = from; n < to; n++) padded[n] = samples[start + n]! * window[n]!;
    this.fft.transform(padded);
    const { real, imaginary } = this.fft;
    for (let k = this.firstBin; k <= this.lastBin; k++) {
      power[k] = powerScale * (real[k]! * real[k]! + imaginary[k]! * imaginary[k]!);
    }
    return power;
  }

  /**
   * Levels in dBFS of all bands, written to `out` from `offset` on.
   * Parameters as for {@link spectrum}.
   */
  levels(samples: Float32Array, centre: number, out: Float32Array, offset = 0): void {
    const power = this.spectrum(samples, centre);
    const { covers, noiseBandwidthBins } = this;
    for (let band = 0; band < covers.length; band++) {
      out[offset + band] = powerToDb(bandPower(power, covers[band]!) / noiseBandwidthBins);
    }
  }
}
