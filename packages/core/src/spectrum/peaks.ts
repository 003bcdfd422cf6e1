/**
 * Held peaks: each band's level, held for a time after a peak, then falling at a
 * set rate until the level meets it.
 * @param rows rows of levels, `bands` per row
 * @param hold seconds
 * @param fall levels per second
 * @param step seconds between rows
 * @returns as many rows
 */
export function holdPeaks(
  rows: Float32Array,
  bands: number,
  hold: number,
  fall: number,
  step: number,
): Float32Array {
  const peaks = rows.slice();
  const left = new Float64Array(bands).fill(hold);
  for (let i = bands; i < rows.length; i += bands) {
    for (let band = 0; band < bands; band++) {
      const before = peaks[i - bands + band]!;
      left[band]! -= step;
      // Only the part of the step after the hold is over counts for the fall.
      const fallen = before - fall * Math.min(step, Math.max(0, -left[band]!));
      if (rows[i + band]! >= fallen) left[band] = hold;
      else peaks[i + band] = fallen;
    }
  }
  return peaks;
}
