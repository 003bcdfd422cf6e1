import { exact } from '../../contract';
import { interpolateAt } from '../spectrum/interpolate';
import { bandMiddle } from '../spectrum/scales';

/** A point of a weights curve. */
export interface WeightPoint {
  hz: number;
  db: number;
}

/** How bands are weighted before their levels are mapped. */
export interface Weighting {
  /** Added per octave above 1 kHz, taken away below: 3 makes pink noise level in bands equally wide in Hz. */
  tiltDbPerOctave: number;
  /** A curve in dB over frequency, in any order; straight over log frequency between its points, level beyond. */
  weights: readonly WeightPoint[];
  aWeighting: boolean;
}

/** Frequency that a tilt leaves as it is. */
export const tiltPivotHz = 1000;

/** Poles of the A-weighting in Hz: IEC 61672-1:2013, annex E. */
const [f1, f2, f3, f4] = [20.598997, 107.65265, 737.86223, 12194.217] as const;
/** Normalises the A-weighting to 0 dB at 1 kHz. */
const aAt1000 = 2.0;

/** A-weighting in dB: IEC 61672-1:2013, formula E.6. */
export function aWeightingDb(hz: number): number {
  const square = hz * hz;
  const gain =
    (exact.square(f4) * exact.square(square)) /
    ((square + exact.square(f1)) *
      Math.sqrt((square + exact.square(f2)) * (square + exact.square(f3))) *
      (square + exact.square(f4)));
  return 20 * exact.log10(Math.max(gain, 1e-12)) + aAt1000;
}

/** Value of a weights curve in dB. */
export function weightDb(weights: readonly WeightPoint[], hz: number): number {
  if (weights.length === 0) return 0;
  const points = [...weights].sort((a, b) => a.hz - b.hz);
  return interpolateAt(
    points.map((point) => exact.log2(point.hz)),
    points.map((point) => point.db),
    exact.log2(Math.max(hz, 1e-3)),
  );
}

/**
 * What is added to each band, in dB, at its middle: tilt, weights and A-weighting.
 * @param edges band edges in Hz, one more than bands
 */
export function weightingDb(edges: Float64Array, weighting: Weighting): Float64Array {
  return Float64Array.from({ length: edges.length - 1 }, (_, band) => {
    const middle = Math.max(bandMiddle(edges[band]!, edges[band + 1]!), 1);
    const tilt = weighting.tiltDbPerOctave * exact.log2(middle / tiltPivotHz);
    return tilt + weightDb(weighting.weights, middle) + (weighting.aWeighting ? aWeightingDb(middle) : 0);
  });
}
