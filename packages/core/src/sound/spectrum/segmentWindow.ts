import { exact } from '../../contract';
import { noiseBandwidth, windowShapes, type WindowKind } from './windows';

/** How segments of a signal, or of a copy of it at a lower rate, are windowed and transformed. */
export interface SegmentShape {
  /** Rate of the signal, or of its copy, in Hz. */
  sampleRate: number;
  /** Only every so many-th sample of the signal is there: 1 for all. */
  decimation: number;
  fftSize: number;
  windowShape: WindowKind;
  /** Length of the window in samples of the signal. */
  segmentLength: number;
}

/** A window at the samples there are, and what powers behind it are measured by. */
export interface SegmentWindow {
  window: Float64Array;
  /** First windowed sample, counted from the segment's centre. */
  firstOffset: number;
  /** Width of a bin in Hz. */
  binHz: number;
  /** Makes |X[k]|^2 a power relative to a full-scale sine on a bin. */
  powerScale: number;
  /** Makes the sum of |X[k]|^2 over a band its power: the same over the window's noise bandwidth in bins. */
  levelScale: number;
}

export function segmentWindow(shape: SegmentShape): SegmentWindow {
  const { sampleRate, decimation, fftSize, segmentLength } = shape;
  const before = segmentLength >> 1;
  const firstOffset = -Math.floor(before / decimation);
  const firstPosition = before + firstOffset * decimation;
  const length = Math.ceil((segmentLength - firstPosition) / decimation);
  const windowAt = windowShapes[shape.windowShape].shape;
  const window = new Float64Array(length);
  for (let j = 0; j < length; j++) window[j] = windowAt((firstPosition + j * decimation) / segmentLength);
  const binHz = sampleRate / fftSize;
  const noiseBandwidthHz = (noiseBandwidth(window) * sampleRate) / length;
  const powerScale = exact.square(2 / window.reduce((total, w) => total + w, 0));
  return { window, firstOffset, binHz, powerScale, levelScale: (powerScale * binHz) / noiseBandwidthHz };
}
