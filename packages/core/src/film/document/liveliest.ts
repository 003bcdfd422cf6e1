import { exact } from '../../contract';
import { pcmSampleRate } from '../../sound';
import type { Film } from './film';
import { playedTracks } from './soundtrack';
import { placeTrack } from './timeline';
import type { Track } from './track';

/** What is known of a track's sound at a glance. */
export interface SoundOverview {
  /** Lowest and highest sample and root mean square of each stretch, -32768..32767: three numbers for each. */
  points: Int16Array;
  /** Samples in a stretch. */
  step: number;
  /** Samples of the track. */
  length: number;
}

/** Places in a second at which the sound is looked at. */
const rate = 100;
/** Seconds that are to be lively, and within them those of a hit. */
const passage = 4;
const hit = 0.05;

/** Sums of so many values around each place: its own first. */
function sumsOver(values: Float64Array, count: number): Float64Array {
  const sums = new Float64Array(Math.max(1, values.length - count + 1));
  let sum = 0;
  values.forEach((value, n) => {
    sum += value;
    if (n >= count) sum -= values[n - count]!;
    if (n >= count - 1) sums[n - count + 1] = sum;
  });
  return sums;
}

const greatest = (values: Float64Array, from = 0, to = values.length): number => {
  let best = from;
  for (let n = from; n < Math.min(to, values.length); n++) if (values[n]! > values[best]!) best = n;
  return best;
};

/**
 * The moment at which a film is at its liveliest: the strongest hit of the passage with the most energy, in seconds. What fades in or
 * out at the ends of the film is left out. 0 where there is no sound.
 * @param overviewOf what is known of a track; undefined where nothing is
 * @param end of the film in seconds
 */
export function liveliestMoment(
  film: Pick<Film, 'tracks' | 'fades'>,
  overviewOf: (track: Track) => SoundOverview | undefined,
  end: number,
): number {
  const played = playedTracks(film);
  const { fadeIn, fadeOut } = film.fades.picture;
  const first = Math.min(fadeIn, end / 3);
  const last = end - Math.min(fadeOut, end / 3);
  const count = Math.floor((last - first) * rate);
  if (!(count > 1)) return 0;
  const power = new Float64Array(count);
  for (const track of played.length > 0 ? played : film.tracks) {
    const overview = overviewOf(track);
    if (!overview) continue;
    const { points, step, length } = overview;
    const placed = placeTrack(track, length);
    const gain = exact.pow(10, track.gain / 10);
    for (let n = 0; n < count; n++) {
      const sample = (first + n / rate) * pcmSampleRate - placed.start + placed.first;
      if (sample < placed.first || sample >= placed.last) continue;
      power[n]! += gain * exact.square(points[3 * Math.floor(sample / step) + 2] ?? 0);
    }
  }
  const wide = Math.min(count, passage * rate);
  const start = greatest(sumsOver(power, wide));
  if (power.every((value) => value === 0)) return 0;
  const strongest = greatest(sumsOver(power, Math.round(hit * rate)), start, start + wide);
  // The middle of the hit, when what follows it has risen.
  return first + strongest / rate + hit / 2;
}
