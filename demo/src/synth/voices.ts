import { seededRandom } from './random';
import { addSound, sampleRate, type Stem } from './stem';

const tableSize = 4096;

/** One period of a sum of harmonics, at most 1. @param harmonics amplitude of each, from the fundamental on */
export function wavetable(harmonics: readonly number[]): Float32Array {
  const table = new Float32Array(tableSize + 1);
  let max = 0;
  for (let n = 0; n <= tableSize; n++) {
    let sum = 0;
    harmonics.forEach(
      (amplitude, h) => (sum += amplitude * Math.sin((2 * Math.PI * (h + 1) * n) / tableSize)),
    );
    table[n] = sum;
    max = Math.max(max, Math.abs(sum));
  }
  return table.map((value) => value / max);
}

const sine = wavetable([1]);

/** Reads a table at a steady pitch. */
function oscillator(table: Float32Array, hz: number, phase = 0): () => number {
  const step = (hz * tableSize) / sampleRate;
  let at = phase * tableSize;
  return () => {
    const index = at | 0;
    const value = table[index]! + (table[index + 1]! - table[index]!) * (at - index);
    at += step;
    if (at >= tableSize) at -= tableSize;
    return value;
  };
}

const decay = (seconds: number) => Math.exp(-1 / (seconds * sampleRate));

export interface Note {
  /** Seconds. */
  start: number;
  seconds: number;
  hz: number;
  gain: number;
  pan?: number;
}

/** A held note with soft ends: two oscillators a little apart, `spread` in cents. */
export function addHeldNote(
  stem: Stem,
  table: Float32Array,
  note: Note,
  attack: number,
  release: number,
  spread = 6,
): void {
  const ratio = 2 ** (spread / 2400);
  const low = oscillator(table, note.hz / ratio, 0.13);
  const high = oscillator(table, note.hz * ratio, 0.57);
  const total = note.seconds + release;
  const attackSamples = attack * sampleRate;
  const heldSamples = note.seconds * sampleRate;
  const releaseSamples = release * sampleRate;
  addSound(stem, note.start, total, note.pan ?? 0, (n) => {
    const rise = Math.min(1, n / attackSamples);
    const fall = n > heldSamples ? Math.max(0, 1 - (n - heldSamples) / releaseSamples) : 1;
    return 0.5 * note.gain * rise * rise * (3 - 2 * rise) * fall * fall * (low() + high());
  });
}

/** A struck bell: partials that die away, the high ones sooner. */
export function addBell(stem: Stem, note: Note): void {
  const partials = [
    [1, 1, 1],
    [2.0, 0.55, 0.7],
    [2.99, 0.3, 0.45],
    [4.21, 0.2, 0.3],
    [5.43, 0.12, 0.2],
  ] as const;
  for (const [ratio, amplitude, life] of partials) {
    const wave = oscillator(sine, note.hz * ratio);
    const fade = decay(note.seconds * 0.28 * life);
    let level = note.gain * amplitude;
    addSound(stem, note.start, note.seconds * life, note.pan ?? 0, (n) => {
      level *= fade;
      return level * Math.min(1, n / 60) * wave();
    });
  }
}

/** A drum whose pitch falls from `fromHz` to `note.hz`. */
export function addDrum(stem: Stem, note: Note, fromHz: number, fall: number): void {
  const bend = decay(fall);
  const fade = decay(note.seconds * 0.3);
  let extra = fromHz - note.hz;
  let phase = 0;
  let level = note.gain;
  addSound(stem, note.start, note.seconds, note.pan ?? 0, (n) => {
    phase += (2 * Math.PI * (note.hz + extra)) / sampleRate;
    extra *= bend;
    level *= fade;
    return level * Math.min(1, n / 24) * Math.sin(phase);
  });
}

/** A burst of noise above `hz`: hats, shakers, spray. Rises over `attack` seconds, then dies away. */
export function addNoise(stem: Stem, note: Note, seed: number, attack = 0.0005): void {
  const random = seededRandom(seed);
  // Two one-pole high-pass filters in a row.
  const pole = Math.exp((-2 * Math.PI * note.hz) / sampleRate);
  const fade = decay(note.seconds * 0.25);
  const attackSamples = Math.max(1, attack * sampleRate);
  let low1 = 0;
  let low2 = 0;
  let level = note.gain;
  addSound(stem, note.start, note.seconds + attack, note.pan ?? 0, (n) => {
    const white = random() * 2 - 1;
    low1 = white + (low1 - white) * pole;
    const once = white - low1;
    low2 = once + (low2 - once) * pole;
    if (n > attackSamples) level *= fade;
    return level * Math.min(1, n / attackSamples) * (once - low2);
  });
}
