import { exact } from '../../contract';
import { Distribution } from '../levels/distribution';

/** A moment at which something begins. */
export interface Onset {
  /** Seconds. */
  time: number;
  /** Height of the flux, see {@link spectralFlux}. */
  strength: number;
}

/** Compression of amplitudes before they are compared: log10(1 + 1000 a), so that -60 dBFS counts little. */
const compress = (db: number) => exact.log10(1 + 1000 * exact.pow(10, db / 20));

/**
 * Spectral flux: how much the bands have grown over the last `lag` moments, each
 * against the greatest of its neighbours then, so that vibrato does not count.
 * The value stands for the moment in the middle of the lag.
 *
 * Source: S. Boeck and G. Widmer, "Maximum filter vibrato suppression for onset
 * detection", DAFx 2013.
 * @param db rows of band levels in dBFS
 * @param lag moments between the two that are compared
 * @returns one value per moment
 */
export function spectralFlux(db: Float32Array, bands: number, lag: number): Float32Array {
  const moments = db.length / bands;
  const loud = Float32Array.from(db, compress);
  const flux = new Float32Array(moments);
  const later = lag >> 1;
  for (let moment = lag; moment < moments; moment++) {
    const now = moment * bands;
    const before = (moment - lag) * bands;
    let sum = 0;
    for (let band = 0; band < bands; band++) {
      const low = Math.max(0, band - 1);
      const high = Math.min(bands - 1, band + 1);
      const greatest = Math.max(loud[before + low]!, loud[before + band]!, loud[before + high]!);
      sum += Math.max(0, loud[now + band]! - greatest);
    }
    flux[moment - later] = sum / bands;
  }
  return flux;
}

/** Seconds that are looked at around a moment: for the highest value, for the mean, and between two onsets. */
const highestWithin = 0.03;
const meanWithin = 0.1;
const apart = 0.05;
/** Smaller growth than this is the beating of held notes, not the start of one. */
const minFlux = 0.09;

/**
 * Onsets: moments where the flux is the highest around and stands out from its
 * mean around by a threshold that adapts to the song.
 *
 * Source: peak picking as in S. Boeck, F. Krebs and M. Schedl, "Evaluating the
 * online capabilities of onset detection methods", ISMIR 2012.
 * @param rate moments per second
 * @param sensitivity 0..1
 */
export function pickOnsets(flux: Float32Array, rate: number, sensitivity: number): Onset[] {
  const near = Math.max(1, Math.round(highestWithin * rate));
  const far = Math.max(1, Math.round(meanWithin * rate));
  const threshold = Math.max((1 - sensitivity) * 0.6 * strongest(flux, rate), minFlux);
  const onsets: Onset[] = [];
  for (let n = 0; n < flux.length; n++) {
    const value = flux[n]!;
    if (value < threshold) continue;
    let highest = true;
    for (let k = Math.max(0, n - near); k <= Math.min(flux.length - 1, n + near) && highest; k++) {
      highest = flux[k]! < value || (flux[k] === value && k >= n);
    }
    if (!highest) continue;
    let sum = 0;
    const from = Math.max(0, n - far);
    const to = Math.min(flux.length - 1, n + far);
    for (let k = from; k <= to; k++) sum += flux[k]!;
    if (value < sum / (to - from + 1) + threshold) continue;
    const time = (n + peakOffset(flux, n)) / rate;
    const last = onsets.at(-1);
    if (last && time - last.time < apart) {
      if (value > last.strength) onsets[onsets.length - 1] = { time, strength: value };
    } else onsets.push({ time, strength: value });
  }
  return onsets;
}

/** How high the flux goes in this song: the 90th percentile of the highest value of every half second. */
function strongest(flux: Float32Array, rate: number): number {
  const length = Math.max(1, Math.round(rate / 2));
  const highest: number[] = [];
  for (let n = 0; n < flux.length; n += length) {
    const max = flux.subarray(n, n + length).reduce((a, b) => Math.max(a, b), 0);
    if (max > 0.01) highest.push(max);
  }
  return new Distribution(highest).percentile(90);
}

/** Where between the moments a peak lies: the vertex of the parabola through it and its neighbours. */
function peakOffset(flux: Float32Array, n: number): number {
  const before = flux[n - 1] ?? 0;
  const after = flux[n + 1] ?? 0;
  const bend = before - 2 * flux[n]! + after;
  return bend < 0 ? (0.5 * (before - after)) / bend : 0;
}
