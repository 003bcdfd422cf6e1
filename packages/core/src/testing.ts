// The package has no types of its own; the reference brings ours to whoever compiles this file.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="sound/types/fft-js.d.ts" />
import { fieldKind } from './contract/property/kind/registry';
import * as exact from './contract/math/math';
import { floatsAt } from './sound/signal/signalEngine';
import FFT from 'fft.js';
import { earStandard } from './sound/ear/ear';
import { defaultPath, type FilmPath } from './picture/path/filmPath';
import type { Path } from './picture/path/path';
import { PathCache } from './picture/path/pathCache';
import type { PathKind, ShapeOf } from './picture/path/registry';
import type { FieldGroup } from './contract/property/field';
import type { BandTable } from './sound/songSpectrum/bandTable';
import type { BandSettings } from './sound/spectrum/plan';
import { bandTransform, levelsOfSong } from './sound/songSpectrum/segmentLevels';
import { loadSong } from './sound/songSpectrum/songCopies';

/** The size of most pictures. */
export const hd = { width: 1920, height: 1080 };

/** A path of a kind; placed at 0, 0 unless it is said where. */
export const filmPath = <Kind extends PathKind>(
  kind: Kind,
  shape: Partial<ShapeOf<Kind>> = {},
  part: Partial<Omit<FilmPath, 'shape'>> = {},
): FilmPath =>
  defaultPath(kind, 'path', 'Path', hd, shape as Partial<FilmPath['shape']>, {
    position: { x: 0, y: 0 },
    rotation: 0,
    scale: { x: 1, y: 1 },
    ...part,
  });

/** The same, built. */
export const built = <Kind extends PathKind>(
  kind: Kind,
  shape: Partial<ShapeOf<Kind>> = {},
  part: Partial<Omit<FilmPath, 'shape'>> = {},
): Path => new PathCache().get(filmPath(kind, shape, part));

/** Signals for tests: deterministic, in the shapes the analysers take. */

/** A sine of amplitude 1 at -1..1 full scale. @param phase radians */
export function sine(hz: number, length: number, sampleRate = 48000, phase = 0): Float32Array {
  return Float32Array.from({ length }, (_, n) => exact.sin((2 * Math.PI * hz * n) / sampleRate + phase));
}

/** Noise, evenly spread over -1..1 (linear congruential generator of Numerical Recipes, from memory). */
export function noise(length: number, seed = 1): Float32Array {
  let state = seed;
  return Float32Array.from({ length }, () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 2147483648 - 1;
  });
}

/**
 * Pink noise: white noise through the filter of P. Kellet, accurate to 0.05 dB
 * above 9.2 Hz at 44.1 kHz by his account (from memory).
 */
export function pinkNoise(length: number, seed = 1): Float32Array {
  const poles = [0.99886, 0.99332, 0.969, 0.8665, 0.55, -0.7616];
  const gains = [0.0555179, 0.0750759, 0.153852, 0.3104856, 0.5329522, -0.016898];
  const state = new Float64Array(6);
  let delayed = 0;
  return noise(length, seed).map((white) => {
    let sum = delayed + white * 0.5362;
    for (let i = 0; i < 6; i++) {
      state[i] = poles[i]! * state[i]! + gains[i]! * white;
      sum += state[i]!;
    }
    delayed = white * 0.115926;
    return sum * 0.1;
  });
}

/**
 * Real and imaginary parts of the discrete Fourier transform, by the package fft.js.
 * @param real and `imaginary`: a power of two of values each
 * @param inverse whether to undo it
 */
export function referenceTransform(
  real: ArrayLike<number>,
  imaginary: ArrayLike<number> = new Float64Array(real.length),
  inverse = false,
): [Float64Array, Float64Array] {
  const fft = new FFT(real.length);
  const [input, output] = [fft.createComplexArray(), fft.createComplexArray()];
  for (let n = 0; n < real.length; n++) {
    input[2 * n] = real[n]!;
    input[2 * n + 1] = imaginary[n]!;
  }
  if (inverse) fft.inverseTransform(output, input);
  else fft.transform(output, input);
  const part = (offset: 0 | 1) =>
    Float64Array.from({ length: real.length }, (_, k) => output[2 * k + offset]!);
  return [part(0), part(1)];
}

/** Reads a mono signal as whatever is listened to. */
export const readerOf =
  (samples: ArrayLike<number>) =>
  (_signal: string, start: number, out: Float32Array): void => {
    for (let n = Math.max(0, -start); n < out.length && start + n < samples.length; n++) {
      out[n] = samples[start + n]!;
    }
  };

/** 32 logarithmic bands over the range of hearing, with one change or more. */
export const bandSettings = (part: Partial<BandSettings> = {}): BandSettings => ({
  ...earStandard,
  fromHz: 20,
  toHz: 16000,
  bands: 32,
  window: 4096 / 48000,
  ...part,
});

/** Settings with each of their choices, numbers and switches in turn at each of its outermost values. */
export function variants<Settings extends object>(
  groups: readonly FieldGroup[],
  standard: Settings,
): Record<string, unknown>[] {
  return groups.flatMap(({ fields }) =>
    fields.flatMap((field) => {
      const values =
        'choices' in field
          ? field.choices.map(({ value }) => value)
          : 'whole' in field || 'step' in field
            ? [field.min, field.max]
            : fieldKind(field).moves?.onOff
              ? [true, false]
              : [];
      return values.map((value) => ({ ...standard, [field.key]: value }));
    }),
  );
}

/** Powers of a windowed segment in a transform that is padded to `size`, by the package fft.js: 0 .. half of it. */
export function finePowers(
  samples: Float32Array,
  window: Float64Array,
  start: number,
  size: number,
): Float64Array {
  const padded = new Float64Array(size);
  window.forEach((w, n) => (padded[n] = w * (samples[start + n] ?? 0)));
  const [re, im] = referenceTransform(padded);
  return Float64Array.from({ length: size / 2 + 1 }, (_, k) => re[k]! * re[k]! + im[k]! * im[k]!);
}

/** Levels in dBFS of the bands of segments of signals. Parameters as for `bandTransform` and `levelsOfSong`. */
export function levelsOfSegments(
  signals: readonly Float32Array[],
  window: Float64Array,
  size: number,
  table: BandTable,
  scale: number,
  start: number,
  hop: number,
  count: number,
): Float32Array {
  // Made first: it keeps tables.
  const transform = bandTransform(window, size, table, scale);
  // A copy: the levels themselves are good until anything else is measured.
  const rows = levelsOfSong(loadSong(signals), 0, transform, start, hop, count);
  return floatsAt(rows, table.bands * count).slice();
}
