import { planAnalysis, type AnalysisPlan, type BandSettings } from './plan';
import { Tier } from './tier';
import { noiseBandwidth, windowSamples } from './windows';

/**
 * Band levels of single segments of a signal, by the definition and with no
 * short cuts: the N = round(window x sampleRate) samples centred on a moment,
 * windowed, zero-padded to one transform that is fine enough for the narrowest
 * band; one such transform for each window, where bands have windows of several lengths.
 *
 * A sine of amplitude 1 reads 0 dBFS in a band that holds its main lobe, and the
 * bands' powers add up to the power of the range.
 */
export class SegmentAnalyser {
  readonly plan: AnalysisPlan;
  /** Equivalent noise bandwidth of the shortest window in use, in Hz. */
  readonly noiseBandwidthHz: number;
  private readonly tiers: Tier[];

  /** @throws RangeError when the bands cannot be made */
  constructor(settings: BandSettings, sampleRate: number) {
    this.plan = planAnalysis(settings, sampleRate);
    const { groups, edges } = this.plan;
    const { windowShape } = settings;
    const { segmentLength } = groups[0]!;
    this.noiseBandwidthHz =
      (noiseBandwidth(windowSamples(windowShape, segmentLength)) * sampleRate) / segmentLength;
    this.tiers = groups.map(
      ({ fftSize, segmentLength, bands }) =>
        new Tier({ sampleRate, decimation: 1, fftSize, windowShape, segmentLength }, edges, bands),
    );
  }

  /**
   * One-sided power spectrum relative to a full-scale sine on a bin, through the
   * shortest window in use: bins 0 .. fftSize/2, filled where bands are.
   * @param samples mono, -1..1
   * @param centre index into `samples`; what lies outside them counts as silence
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    return this.tiers[0]!.spectrum(samples, Math.round(centre));
  }

  /** Levels in dBFS of all bands, written to `out` from `offset` on. Parameters as for {@link spectrum}. */
  levels(samples: Float32Array, centre: number, out: Float32Array, offset = 0): void {
    for (const tier of this.tiers) tier.levels(samples, Math.round(centre), out, offset);
  }
}
