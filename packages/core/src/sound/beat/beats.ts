import { exact } from '../../contract';
import type { Beats } from './beatsRecord';

/** Seconds of a beat. */
export const beatSeconds = ({ bpm }: Beats) => 60 / bpm;

/** Beats from `from` to `to` seconds: their times, and whether a bar begins there. */
export function beatsBetween(beats: Beats, from: number, to: number): { time: number; bar: boolean }[] {
  const length = beatSeconds(beats);
  const first = Math.ceil((from - beats.first) / length - 1e-9);
  const last = Math.floor((to - beats.first) / length + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
    const n = first + i;
    const inBar = ((n % beats.perBar) + beats.perBar) % beats.perBar;
    return { time: beats.first + n * length, bar: inBar === 0 };
  });
}

/** The beat nearest to `t`. */
export function nearestBeat(beats: Beats, t: number): number {
  const length = beatSeconds(beats);
  return beats.first + Math.round((t - beats.first) / length) * length;
}

/** Beats counted twice as fast, or half as fast. */
export const scaleTempo = (beats: Beats, factor: 2 | 0.5): Beats => ({
  ...beats,
  bpm: Math.min(Math.max(beats.bpm * factor, 20), 400),
});

/** The grid moved so many beats on: which beat begins a bar. */
export const shiftBeats = (beats: Beats, count: number): Beats => ({
  ...beats,
  first: beats.first + count * beatSeconds(beats),
});

/**
 * Tempo and grid from the times of taps, in seconds of the film: a line through
 * them by least squares. Undefined for less than four taps, or when they make no tempo.
 */
export function beatsFromTaps(times: readonly number[], perBar: number): Beats | undefined {
  const count = times.length;
  if (count < 4) return undefined;
  const meanIndex = (count - 1) / 2;
  const meanTime = times.reduce((sum, time) => sum + time, 0) / count;
  let products = 0;
  let squares = 0;
  times.forEach((time, i) => {
    products += (i - meanIndex) * (time - meanTime);
    squares += exact.square(i - meanIndex);
  });
  const length = products / squares;
  const bpm = 60 / length;
  if (!(bpm >= 20 && bpm <= 400)) return undefined;
  return { bpm, first: meanTime - meanIndex * length, perBar };
}
