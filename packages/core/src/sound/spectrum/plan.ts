import { nextPowerOfTwo } from './nextPowerOfTwo';
import { bandEdges, type ScaleSettings } from './scales';
import { resolutionHz, type WindowKind } from './windows';

/** What is heard: the part of an ear that decides about band levels in dBFS. */
export interface BandSettings extends ScaleSettings {
  windowShape: WindowKind;
  /** Length of the window in seconds. */
  window: number;
  /** Longest window for bands too narrow for `window`, in seconds; 0 for none. */
  longWindow: number;
}

/** Longest transform; bands too narrow for it share bins. */
const maxFftSize = 32768;

/** Bands that are heard through the same window. */
export interface WindowGroup {
  /** Samples in a segment: round(window x sampleRate). */
  segmentLength: number;
  /** Shortest transform that a segment fits into. */
  shortestFft: number;
  /** Transform that gives the narrowest of the bands at least two bins, at most {@link maxFftSize}. */
  fftSize: number;
  /** Indices of the bands. */
  bands: number[];
}

/** How a song has to be transformed for some bands. */
export interface AnalysisPlan {
  /** Band edges in Hz, one more than bands. */
  edges: Float64Array;
  /** From the shortest window to the longest. */
  groups: WindowGroup[];
  /** Window of each band in seconds. */
  windows: Float64Array;
  /** Width of the finest bin in Hz. */
  binHz: number;
  /** Whether some band covers less than two bins of its transform. */
  sharesBins: boolean;
}

/** The windows an ear has: its own, doubled until the longest is reached. */
export function windowLengths(window: number, longWindow: number): number[] {
  const lengths = [window];
  for (let next = window * 2; next < longWindow * 0.999; next *= 2) lengths.push(next);
  if (longWindow > window) lengths.push(longWindow);
  return lengths;
}

/** @throws RangeError when the bands cannot be made */
export function planAnalysis(settings: BandSettings, sampleRate: number): AnalysisPlan {
  const edges = bandEdges(settings);
  const lengths = windowLengths(settings.window, settings.longWindow);
  const bandsByLength = lengths.map((): number[] => []);
  const windows = new Float64Array(edges.length - 1);
  for (let band = 0; band < windows.length; band++) {
    const width = edges[band + 1]! - edges[band]!;
    // The shortest window that tells the band from its neighbours, or else the longest there is.
    const found = lengths.findIndex((length) => resolutionHz(settings.windowShape, length) <= width);
    const index = found < 0 ? lengths.length - 1 : found;
    bandsByLength[index]!.push(band);
    windows[band] = lengths[index]!;
  }
  const groups = lengths.flatMap((length, i) =>
    bandsByLength[i]!.length > 0 ? [planGroup(length, bandsByLength[i]!, edges, sampleRate)] : [],
  );
  const sharesBins = groups.some(({ bands, fftSize }) =>
    bands.some((band) => edges[band + 1]! - edges[band]! < ((2 * sampleRate) / fftSize) * (1 - 1e-12)),
  );
  const binHz = sampleRate / Math.max(...groups.map(({ fftSize }) => fftSize));
  return { edges, groups, windows, binHz, sharesBins };
}

function planGroup(window: number, bands: number[], edges: Float64Array, sampleRate: number): WindowGroup {
  const segmentLength = Math.max(4, Math.round(window * sampleRate));
  const narrowest = Math.min(...bands.map((band) => edges[band + 1]! - edges[band]!));
  const shortestFft = nextPowerOfTwo(segmentLength);
  const wanted = nextPowerOfTwo(Math.min((2 * sampleRate) / narrowest, maxFftSize));
  // A window longer than the longest transform still has to fit whole.
  return { segmentLength, shortestFft, fftSize: Math.max(shortestFft, wanted), bands };
}
