import { pow } from '../../contract';
import { followsBeats } from './kind/registry';
import type { Beats } from '../beat/beatsRecord';
import type { FilmSound } from '../hearing/filmSound';
import type { Follower } from './follower';
import { beatPhaseAt } from './beatPhase';
import type { FollowerTable, Hearing } from '../hearing/hearing';

/** What sources of motion need to know of the sound, at any time: all of it looked up or in closed form. */

/** Followers by their ids: a film is never changed in place. */
const byId = new WeakMap<readonly Follower[], ReadonlyMap<string, Follower>>();

function followerOf({ followers }: FilmSound, id: string): Follower | undefined {
  let all = byId.get(followers);
  if (!all) byId.set(followers, (all = new Map(followers.map((follower) => [follower.id, follower]))));
  return all.get(id);
}

/** Value of a follower (0..1); undefined when there is none, or it is not known yet. */
export const followerValue = (
  film: FilmSound,
  hearing: Hearing,
  id: string,
  t: number,
): number | undefined => {
  const follower = followerOf(film, id);
  if (follower && followsBeats(follower)) return beatPhaseAt(follower, film.beats, t);
  return follower && hearing.followerAt(id, t);
};

/** Sums of a follower's values up to each of them, as between them they are on straight lines. */
const sums = new WeakMap<Float32Array, Float64Array>();

function sumsOf(values: Float32Array): Float64Array {
  let all = sums.get(values);
  if (!all) {
    all = new Float64Array(values.length);
    for (let n = 1; n < values.length; n++) all[n] = all[n - 1]! + (values[n - 1]! + values[n]!) / 2;
    sums.set(values, all);
  }
  return all;
}

/** The integral of values on straight lines from the first one on; before it and after the last they hold. */
function integralOf({ values, rate, delay }: FollowerTable, t: number): number {
  const last = values.length - 1;
  if (last < 0) return 0;
  const at = (t - delay) * rate;
  if (at <= 0) return (at * values[0]!) / rate;
  const all = sumsOf(values);
  if (at >= last) return (all[last]! + (at - last) * values[last]!) / rate;
  const n = Math.floor(at);
  const share = at - n;
  const between = values[n]! + (values[n + 1]! - values[n]!) * share;
  return (all[n]! + ((values[n]! + between) / 2) * share) / rate;
}

/** The same of the phase of a beat, which is `place ^ curve` in each of them. */
function beatIntegral({ phase, curve, invert, delay }: Follower, beats: Beats, t: number): number {
  const length = (60 / beats.bpm) * (phase === 'bar' ? beats.perBar : 1);
  const position = (t - delay - beats.first) / length;
  const whole = Math.floor(position);
  const integral = (length * (whole + pow(position - whole, curve + 1))) / (curve + 1);
  return invert ? t - delay - beats.first - integral : integral;
}

/** Seconds times value of a follower from 0 to `t`; undefined when there is none, or it is not known yet. */
export function followerIntegral(
  film: FilmSound,
  hearing: Hearing,
  id: string,
  t: number,
): number | undefined {
  const follower = followerOf(film, id);
  if (!follower) return undefined;
  if (followsBeats(follower)) {
    const { beats } = film;
    return beats ? beatIntegral(follower, beats, t) - beatIntegral(follower, beats, 0) : 0;
  }
  const table = hearing.followerTable(id);
  return table && integralOf(table, t) - integralOf(table, 0);
}

/** How many of some rising numbers are at most so large. */
function countUpTo(numbers: ArrayLike<number>, max: number): number {
  let [low, high] = [0, numbers.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (numbers[middle]! <= max) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Beats since the first bar, with what has gone of this one; 0 while there are no beats. */
export const beatsAt = ({ beats }: Pick<FilmSound, 'beats'>, t: number): number =>
  beats ? ((t - beats.first) * beats.bpm) / 60 : 0;

/** The moment at which so many beats have gone. */
export const beatTime = ({ beats }: Pick<FilmSound, 'beats'>, count: number): number =>
  beats ? beats.first + (count * 60) / beats.bpm : 0;

/** What is counted: beats, bars, or the hits of a follower. */
export type Counted = 'beat' | 'bar' | 'hit';

/** What has happened so often at a moment, and when it did last. */
export interface Count {
  count: number;
  /** Seconds; of the first thing that is still to come where nothing has happened yet. */
  since: number;
}

/** How often something has happened. Before the first bar, and where there is none of it, 0 times. */
export function countAt(
  film: FilmSound,
  hearing: Hearing,
  what: Counted,
  follower: string | null,
  t: number,
): Count {
  if (what !== 'hit') return countBeats(film, what === 'bar', 0, t);
  const found = follower === null ? undefined : followerOf(film, follower);
  if (!found) return { count: 0, since: 0 };
  if (followsBeats(found)) return countBeats(film, found.phase === 'bar', found.delay, t);
  const table = hearing.followerTable(found.id);
  if (!table) return { count: 0, since: 0 };
  const count = countUpTo(table.fires, t - table.delay);
  return { count, since: (table.fires[Math.max(0, count - 1)] ?? 0) + table.delay };
}

function countBeats({ beats }: FilmSound, bars: boolean, delay: number, t: number): Count {
  if (!beats) return { count: 0, since: 0 };
  const length = (60 / beats.bpm) * (bars ? beats.perBar : 1);
  const count = Math.floor((t - delay - beats.first) / length);
  return { count, since: beats.first + delay + count * length };
}

/** When something happens in a stretch of time, and how often it did before that. */
export function eventsBetween(
  film: FilmSound,
  hearing: Hearing,
  what: Counted,
  follower: string | null,
  from: number,
  to: number,
): { times: readonly number[]; before: number } {
  const found = what === 'hit' && follower !== null ? followerOf(film, follower) : undefined;
  if (what !== 'hit' || (found && followsBeats(found))) {
    const { beats } = film;
    if (!beats) return { times: [], before: 0 };
    const delay = found?.delay ?? 0;
    const bars = what === 'bar' || found?.phase === 'bar';
    const length = (60 / beats.bpm) * (bars ? beats.perBar : 1);
    const first = Math.max(0, Math.ceil((from - delay - beats.first) / length));
    const last = Math.floor((to - delay - beats.first) / length);
    const count = Math.max(0, last - first + 1);
    const times = Array.from({ length: count }, (_, i) => beats.first + delay + (first + i) * length);
    return { times, before: first };
  }
  const table = found && hearing.followerTable(found.id);
  if (!table) return { times: [], before: 0 };
  const { fires, delay } = table;
  // The one at `from` itself is before.
  const [before, until] = [countUpTo(fires, from - delay), countUpTo(fires, to - delay)];
  return { times: fires.slice(before, until).map((time) => time + delay), before };
}

/** Moments at which a switch turns, in order: the first turns it on. */
const turns = new WeakMap<Float32Array, Map<string, number[]>>();

/**
 * Whether something is on that turns on where a follower rises above one level, and off where it falls below another:
 * worked out over the whole song.
 */
export function isOn(
  film: FilmSound,
  hearing: Hearing,
  id: string,
  levels: { on: number; off: number },
  t: number,
): boolean | undefined {
  const follower = followerOf(film, id);
  if (!follower) return undefined;
  if (followsBeats(follower)) return beatPhaseAt(follower, film.beats, t) >= levels.on;
  const table = hearing.followerTable(id);
  if (!table) return undefined;
  return countUpTo(turnsOf(table.values, levels), (t - table.delay) * table.rate) % 2 === 1;
}

function turnsOf(values: Float32Array, { on, off }: { on: number; off: number }): number[] {
  const key = `${on} ${off}`;
  const known = turns.get(values) ?? new Map<string, number[]>();
  turns.set(values, known);
  let all = known.get(key);
  if (!all) {
    all = [];
    for (let n = 0; n < values.length; n++) {
      const isTurned = all.length % 2 === 1;
      const level = isTurned ? off : on;
      if (isTurned ? values[n]! >= level : values[n]! < level) continue;
      const before = values[n - 1];
      // Where the straight line between both values crosses the level.
      const share =
        before === undefined || before === values[n] ? 1 : (level - before) / (values[n]! - before);
      all.push(n - 1 + Math.min(Math.max(share, 0), 1));
    }
    known.set(key, all);
  }
  return all;
}
