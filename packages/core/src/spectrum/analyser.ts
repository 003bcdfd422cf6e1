import { nextPowerOfTwo } from './fft';
import { bandEdges, type ScaleKind } from './scales';
import { Tier } from './tier';
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

/** How a song has to be transformed for some bands. */
export interface AnalysisPlan {
  /** Samples in a segment: round(window x sampleRate). */
  segmentLength: number;
  /** Shortest transform that a segment fits into. */
  shortestFft: number;
  /** Transform that gives the narrowest band at least two bins, at most {@link maxFftSize}. */
  fftSize: number;
  /** Band edges in Hz, one more than bands. */
  edges: Float64Array;
  /** Width of a bin of the transform in Hz. */
  binHz: number;
  /** Whether the narrowest band covers less than two bins even so. */
  sharesBins: boolean;
}

/** @throws RangeError when the bands cannot be made */
export function planAnalysis(settings: BandSettings, sampleRate: number): AnalysisPlan {
  const segmentLength = Math.max(4, Math.round(settings.window * sampleRate));
  const edges = bandEdges(settings.scale, settings.fromHz, settings.toHz, settings.bands);
  let narrowest = Infinity;
  for (let i = 1; i < edges.length; i++) narrowest = Math.min(narrowest, edges[i]! - edges[i - 1]!);
  const shortestFft = nextPowerOfTwo(segmentLength);
  const wanted = nextPowerOfTwo((2 * sampleRate) / narrowest);
  // A window longer than the longest transform still has to fit whole.
  const fftSize = Math.max(shortestFft, Math.min(wanted, maxFftSize));
  const binHz = sampleRate / fftSize;
  return {
    segmentLength,
    shortestFft,
    fftSize,
    edges,
    binHz,
    sharesBins: narrowest < 2 * binHz * (1 - 1e-12),
  };
}

/**
 * Band levels of single segments of a signal, by the definition and with no
 * short cuts: the N = round(window x sampleRate) samples centred on a moment,
 * windowed, zero-padded to one transform that is fine enough for the narrowest band.
 *
 * A sine of amplitude 1 reads 0 dBFS in a band that holds its main lobe, and the
 * bands' powers add up to the power of the range.
 */
export class SegmentAnalyser {
  readonly plan: AnalysisPlan;
  /** Equivalent noise bandwidth of the window in Hz. */
  readonly noiseBandwidthHz: number;
  private readonly tier: Tier;

  constructor(settings: BandSettings, sampleRate: number) {
    this.plan = planAnalysis(settings, sampleRate);
    const { segmentLength, fftSize, edges } = this.plan;
    const { windowShape } = settings;
    this.noiseBandwidthHz =
      (noiseBandwidth(windowSamples(windowShape, segmentLength)) * sampleRate) / segmentLength;
    const shape = { sampleRate, decimation: 1, fftSize, windowShape, segmentLength };
    this.tier = new Tier(
      shape,
      edges,
      Array.from({ length: settings.bands }, (_, band) => band),
    );
  }

  /**
   * One-sided power spectrum relative to a full-scale sine on a bin: bins
   * 0 .. fftSize/2, filled where bands are. The array is reused by the next call.
   * @param samples mono, -1..1
   * @param centre index into `samples`; what lies outside them counts as silence
   */
  spectrum(samples: Float32Array, centre: number): Float64Array {
    return this.tier.spectrum(samples, Math.round(centre));
  }

  /** Levels in dBFS of all bands, written to `out` from `offset` on. Parameters as for {@link spectrum}. */
  levels(samples: Float32Array, centre: number, out: Float32Array, offset = 0): void {
    this.tier.levels(samples, Math.round(centre), undefined, out, offset, 0);
  }
}
