import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { createFft, type ComplexFft } from './fft';
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
 * Two segments share one complex transform, as its real and its imaginary part;
 * the two spectra are told apart by their symmetry (common practice).
 */
export class Tier {
  /** Width of a padded bin in Hz. */
  readonly binHz: number;
  private readonly fft: ComplexFft;
  /** The window at the samples there are. */
  private readonly window: Float64Array;
  /** First windowed sample, counted from the centre. */
  private readonly firstOffset: number;
  private readonly powerA: Float64Array;
  private readonly powerB: Float64Array;
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
    this.fft = createFft(fftSize);
    const bins = fftSize / 2 + 1;
    this.powerA = new Float64Array(bins);
    this.powerB = new Float64Array(bins);
    const covers = bandCovers(edges, this.binHz, bins);
    this.covers = bands.map((band) => covers[band]!);
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
    this.transform(samples, centre, undefined);
    return this.powerA;
  }

  /**
   * Levels in dBFS of this tier's bands at two moments.
   * @param centreB the second moment; undefined when there is only one
   * @param rowA where in `out` the row of all bands of the first moment starts
   */
  levels(
    samples: Float32Array,
    centreA: number,
    centreB: number | undefined,
    out: Float32Array,
    rowA: number,
    rowB: number,
  ): void {
    this.transform(samples, centreA, centreB);
    this.write(this.powerA, out, rowA);
    if (centreB !== undefined) this.write(this.powerB, out, rowB);
  }

  private write(power: Float64Array, out: Float32Array, row: number): void {
    const { bands, covers, noiseBandwidthBins } = this;
    for (let i = 0; i < bands.length; i++) {
      out[row + bands[i]!] = powerToDb(bandPower(power, covers[i]!) / noiseBandwidthBins);
    }
  }

  private transform(samples: Float32Array, centreA: number, centreB: number | undefined): void {
    const { fft, powerA, powerB, firstBin, lastBin } = this;
    this.fill(samples, centreA, 0);
    if (centreB === undefined) this.fill(samples, -Infinity, 1);
    else this.fill(samples, centreB, 1);
    fft.transform();
    const { output, size } = fft;
    const scale = this.powerScale / 4;
    for (let k = firstBin; k <= lastBin; k++) {
      const mirror = (size - k) & (size - 1);
      const real = output[2 * k]!;
      const imaginary = output[2 * k + 1]!;
      const mirrorReal = output[2 * mirror]!;
      const mirrorImaginary = output[2 * mirror + 1]!;
      const sumReal = real + mirrorReal;
      const sumImaginary = imaginary + mirrorImaginary;
      const differenceReal = real - mirrorReal;
      const differenceImaginary = imaginary - mirrorImaginary;
      powerA[k] = scale * (sumReal * sumReal + differenceImaginary * differenceImaginary);
      powerB[k] = scale * (sumImaginary * sumImaginary + differenceReal * differenceReal);
    }
  }

  /** Writes a windowed segment into the real (0) or imaginary (1) parts of the input. */
  private fill(samples: Float32Array, centre: number, part: 0 | 1): void {
    const { window, firstOffset } = this;
    const { input } = this.fft;
    const start = centre + firstOffset;
    const from = Math.min(Math.max(0, -start), window.length);
    const to = Math.max(from, Math.min(window.length, samples.length - start));
    for (let n = 0; n < from; n++) input[2 * n + part] = 0;
    for (let n = from; n < to; n++) input[2 * n + part] = samples[start + n]! * window[n]!;
    for (let n = to; n < window.length; n++) input[2 * n + part] = 0;
  }
}
