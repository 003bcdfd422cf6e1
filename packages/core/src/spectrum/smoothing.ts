import { springStep } from './spring';

export const smoothingKinds = ['none', 'average', 'attackRelease', 'spring'] as const;
export type SmoothingKind = (typeof smoothingKinds)[number];

/** How levels are smoothed. Times in seconds. */
export interface Smoothing {
  smoothing: SmoothingKind;
  /** Time constants of attack and release. */
  attack: number;
  release: number;
  /** Width of the centred average. */
  averageTime: number;
  /** Natural frequency of the spring in Hz, and its damping ratio. */
  springHz: number;
  springDamping: number;
  /** Width over which neighbouring bands are averaged, in bands; 0 for none. */
  acrossBands: number;
}

/**
 * Smooths rows of levels in place, over the whole song, so that any moment can be looked up.
 * A spring may overshoot 0 and 1; all others stay within.
 * @param rows rows of levels 0..1, `bands` per row
 * @param step seconds between rows
 */
export function smooth(rows: Float32Array, bands: number, step: number, how: Smoothing): void {
  if (how.acrossBands > 0) smoothAcrossBands(rows, bands, how.acrossBands);
  switch (how.smoothing) {
    case 'none':
      return;
    case 'average':
      return smoothAverage(rows, bands, how.averageTime, step);
    case 'attackRelease':
      return smoothAttackRelease(rows, bands, how.attack, how.release, step);
    case 'spring':
      return smoothSpring(rows, bands, how.springHz, how.springDamping, step);
  }
}

/**
 * Share of the way to a new value that a one-pole filter goes in one step:
 * 1 - exp(-step / time). After `time` it has gone 63 % of the way.
 * @param time time constant in seconds; 0 follows at once
 * @param step seconds between values
 */
export function onePoleShare(time: number, step: number): number {
  return time <= 0 ? 1 : 1 - Math.exp(-step / time);
}

/**
 * Attack and release, in place: each band rises with the attack's time constant
 * and falls with the release's. Starts settled on the first row.
 */
export function smoothAttackRelease(
  rows: Float32Array,
  bands: number,
  attack: number,
  release: number,
  step: number,
): void {
  const up = onePoleShare(attack, step);
  const down = onePoleShare(release, step);
  if (up === 1 && down === 1) return;
  for (let i = bands; i < rows.length; i++) {
    const before = rows[i - bands]!;
    const difference = rows[i]! - before;
    rows[i] = before + difference * (difference > 0 ? up : down);
  }
}

/**
 * Centred average, in place: the mean over `time` seconds around each row, rows
 * at both ends counting in part, so that the width need not be a whole number of
 * rows. It has no lag: it looks ahead. Beyond the ends the first and last row hold.
 */
export function smoothAverage(rows: Float32Array, bands: number, time: number, step: number): void {
  const half = time / step / 2;
  const moments = rows.length / bands;
  if (half <= 0.5 || moments < 2) return;
  const whole = Math.floor(half - 0.5);
  const part = half - 0.5 - whole;
  const column = new Float64Array(moments);
  const at = (moment: number) => column[Math.min(Math.max(moment, 0), moments - 1)]!;
  for (let band = 0; band < bands; band++) {
    for (let moment = 0; moment < moments; moment++) column[moment] = rows[moment * bands + band]!;
    let sum = 0;
    for (let moment = -whole; moment <= whole; moment++) sum += at(moment);
    for (let moment = 0; moment < moments; moment++) {
      const ends = at(moment - whole - 1) + at(moment + whole + 1);
      rows[moment * bands + band] = (sum + part * ends) / (2 * half);
      sum += at(moment + whole + 1) - at(moment - whole);
    }
  }
}

/** Damped spring that each band pulls at, in place. Starts at rest on the first row. */
export function smoothSpring(
  rows: Float32Array,
  bands: number,
  hz: number,
  damping: number,
  step: number,
): void {
  const { a, b, c, d } = springStep(hz, damping, step);
  const velocity = new Float64Array(bands);
  const position = Float64Array.from(rows.subarray(0, bands));
  for (let i = bands; i < rows.length; i += bands) {
    for (let band = 0; band < bands; band++) {
      const input = rows[i + band]!;
      const away = position[band]! - input;
      position[band] = input + a * away + b * velocity[band]!;
      velocity[band] = c * away + d * velocity[band]!;
      rows[i + band] = position[band]!;
    }
  }
}

/**
 * Average over neighbouring bands, in place: a triangle `width` bands to each
 * side, of which only what lies within the bands counts.
 */
export function smoothAcrossBands(rows: Float32Array, bands: number, width: number): void {
  const reach = Math.ceil(width);
  const weights = Array.from({ length: reach + 1 }, (_, i) => Math.max(0, 1 - i / (width + 1)));
  const row = new Float32Array(bands);
  for (let i = 0; i < rows.length; i += bands) {
    row.set(rows.subarray(i, i + bands));
    for (let band = 0; band < bands; band++) {
      let sum = 0;
      let total = 0;
      for (let other = Math.max(0, band - reach); other <= Math.min(bands - 1, band + reach); other++) {
        const weight = weights[Math.abs(other - band)]!;
        sum += weight * row[other]!;
        total += weight;
      }
      rows[i + band] = sum / total;
    }
  }
}
