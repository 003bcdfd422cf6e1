import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { loadSegments } from './segmentTransform';
import { segmentWindow, type SegmentShape, type SegmentWindow } from './segmentWindow';

/**
 * Windowed, zero-padded transform of segments, and the levels of some bands from it, by the definition and in doubles.
 *
 * The spectrum is one-sided power relative to a full-scale sine on a bin. A
 * band's level is the summed power of the bins it covers, divided by the
 * window's noise bandwidth in padded bins.
 */
export class Tier {
  private readonly fftSize: number;
  private readonly shape: SegmentWindow;
  private readonly covers: BandCover[];
  private readonly firstBin: number;
  private readonly lastBin: number;

  /**
   * @param edges edges of all bands in Hz, one more than there are bands
   * @param bands the bands this tier serves
   */
  constructor(
    shape: SegmentShape,
    edges: Float64Array,
    private readonly bands: readonly number[],
  ) {
    this.fftSize = shape.fftSize;
    this.shape = segmentWindow(shape);
    const covers = bandCovers(edges, this.shape.binHz, shape.fftSize / 2 + 1);
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
    const { firstBin, lastBin, fftSize } = this;
    const { window, firstOffset, powerScale } = this.shape;
    const start = centre + firstOffset;
    const segment = samples.subarray(Math.max(0, start), Math.max(0, start + window.length));
    const loaded = loadSegments(segment, window, fftSize, firstBin, lastBin, powerScale);
    loaded.transform(Math.min(start, 0), undefined);
    const power = new Float64Array(loaded.powerA.length);
    power.set(loaded.powerA.subarray(firstBin, lastBin + 1), firstBin);
    return power;
  }

  /**
   * Levels in dBFS of this tier's bands at a moment. Parameters as for {@link spectrum}.
   * @param out levels of all bands, of which those of this tier's are written, from `offset` on
   */
  levels(samples: Float32Array, centre: number, out: Float32Array, offset: number): void {
    const power = this.spectrum(samples, centre);
    const share = this.shape.levelScale / this.shape.powerScale;
    this.bands.forEach((band, i) => {
      out[offset + band] = powerToDb(bandPower(power, this.covers[i]!) * share);
    });
  }
}
