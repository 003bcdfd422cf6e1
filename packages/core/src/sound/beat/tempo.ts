import { exact } from '../../contract';
import type { Beats } from './beatsRecord';

/** Tempos that are looked for, in beats per minute. */
const slowest = 40;
const fastest = 220;
/** The tempo people tap to most, and how far from it they go, in octaves (common practice). */
const commonTempo = 110;
const tempoSpread = 0.9;
const beatsPerBar = 4;

/**
 * Tempo and beats of a song from its onsets: the period at which they repeat,
 * by autocorrelation over up to four periods, weighted by how common the tempo
 * is; made exact by the phase with which they repeat over the whole song.
 *
 * Source: the general scheme of D. Ellis, "Beat tracking by dynamic
 * programming", J. New Music Research 36 (2007); here the tempo is steady.
 * @param flux spectral flux, `rate` values per second
 * @returns undefined when nothing repeats
 */
export function estimateBeats(flux: Float32Array, rate: number): Beats | undefined {
  const envelope = onsetEnvelope(flux, rate);
  if (envelope.every((value) => value === 0)) return undefined;
  const rough = roughTempo(envelope, rate);
  if (rough === undefined) return undefined;
  const bpm = refineTempo(envelope, rate, rough);
  const period = (60 / bpm) * rate;
  const phase = strongestPhase(envelope, period);
  const bar = strongestBar(envelope, period, phase);
  return { bpm: Number(bpm.toFixed(3)), first: (phase + bar * period) / rate, perBar: beatsPerBar };
}

/** What stands out from the half second around it, smoothed a little. */
function onsetEnvelope(flux: Float32Array, rate: number): Float64Array {
  const half = Math.round(rate / 4);
  const prefix = new Float64Array(flux.length + 1);
  flux.forEach((value, n) => (prefix[n + 1] = prefix[n]! + value));
  const sharp = Float64Array.from(flux, (value, n) => {
    const from = Math.max(0, n - half);
    const to = Math.min(flux.length, n + half + 1);
    return Math.max(0, value - (prefix[to]! - prefix[from]!) / (to - from));
  });
  const width = Math.max(1, Math.round(0.03 * rate));
  const kernel = Array.from({ length: 2 * width + 1 }, (_, i) => 1 - Math.abs(i - width) / (width + 1));
  return sharp.map((_, n) =>
    kernel.reduce((sum, weight, i) => sum + weight * (sharp[n + i - width] ?? 0), 0),
  );
}

/** Autocorrelation at a lag between samples, relative to none. */
function autocorrelation(envelope: Float64Array, maxLag: number): Float64Array {
  const mean = envelope.reduce((sum, value) => sum + value, 0) / envelope.length;
  const centred = envelope.map((value) => value - mean);
  const lags = Math.min(maxLag + 1, envelope.length);
  const result = new Float64Array(lags);
  for (let lag = 0; lag < lags; lag++) {
    let sum = 0;
    for (let n = lag; n < centred.length; n++) sum += centred[n]! * centred[n - lag]!;
    result[lag] = sum / (centred.length - lag);
  }
  const power = result[0]! || 1;
  return result.map((value) => value / power);
}

function roughTempo(envelope: Float64Array, rate: number): number | undefined {
  const repeats = [1, 2, 3, 4];
  const correlation = autocorrelation(envelope, Math.ceil((repeats.length * 60 * rate) / slowest) + 1);
  const at = (lag: number) => {
    const low = Math.floor(lag);
    if (low + 1 >= correlation.length) return 0;
    return correlation[low]! + (correlation[low + 1]! - correlation[low]!) * (lag - low);
  };
  let best: number | undefined;
  let bestScore = 0.02;
  for (let bpm = slowest; bpm <= fastest; bpm *= 1.002) {
    const period = (60 / bpm) * rate;
    const weights = repeats.map((repeat) => 1 / repeat);
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    const comb = repeats.reduce((sum, repeat, i) => sum + weights[i]! * at(repeat * period), 0) / total;
    const score = comb * exact.exp(-0.5 * exact.square(exact.log2(bpm / commonTempo) / tempoSpread));
    if (score > bestScore) {
      bestScore = score;
      best = bpm;
    }
  }
  return best;
}

/** How strongly the envelope repeats at a rate and its first multiples, over the whole song. */
function periodicity(envelope: Float64Array, period: number): number {
  let total = 0;
  for (const multiple of [1, 2, 4]) {
    const step = (2 * Math.PI * multiple) / period;
    let real = 0;
    let imaginary = 0;
    // A turning pointer, set right now and then, is much faster than a sine for each value.
    const turnCos = exact.cos(step);
    const turnSin = exact.sin(step);
    let cos = 1;
    let sin = 0;
    for (let n = 0; n < envelope.length; n++) {
      if (n % 1024 === 0) {
        cos = exact.cos(step * n);
        sin = exact.sin(step * n);
      }
      real += envelope[n]! * cos;
      imaginary += envelope[n]! * sin;
      const next = cos * turnCos - sin * turnSin;
      sin = cos * turnSin + sin * turnCos;
      cos = next;
    }
    total += Math.hypot(real, imaginary);
  }
  return total;
}

function refineTempo(envelope: Float64Array, rate: number, rough: number): number {
  let best = rough;
  for (const [span, step] of [
    [0.03, 0.002],
    [0.003, 0.0001],
  ] as const) {
    const centre = best;
    let max = -Infinity;
    for (let share = -span; share <= span; share += step) {
      const bpm = centre * (1 + share);
      const found = periodicity(envelope, (60 / bpm) * rate);
      if (found > max) {
        max = found;
        best = bpm;
      }
    }
  }
  return best;
}

/** Sum of the envelope on a grid. */
function onGrid(envelope: Float64Array, period: number, phase: number): number {
  let sum = 0;
  for (let at = phase; at < envelope.length - 1; at += period) {
    const low = Math.floor(at);
    sum += envelope[low]! + (envelope[low + 1]! - envelope[low]!) * (at - low);
  }
  return sum;
}

function strongestOf(count: number, value: (i: number) => number): number {
  let best = 0;
  for (let i = 1; i < count; i++) if (value(i) > value(best)) best = i;
  return best;
}

function strongestPhase(envelope: Float64Array, period: number): number {
  const steps = Math.ceil(period * 2);
  const phase = (i: number) => (i / steps) * period;
  return phase(strongestOf(steps, (i) => onGrid(envelope, period, phase(i))));
}

/** Which of the beats begins a bar: the one on which most begins. */
const strongestBar = (envelope: Float64Array, period: number, phase: number) =>
  strongestOf(beatsPerBar, (beat) => onGrid(envelope, period * beatsPerBar, phase + beat * period));
