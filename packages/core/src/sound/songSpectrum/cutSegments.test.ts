import { describe, expect, it } from 'vitest';
import { noise, sine } from '../../testing';
import { bandTable } from './bandTable';
import { powerToDb } from '../spectrum/bands';
import { cutRange, cutWindow } from './cutSegments';
import { bandTransform, levelsOfSong } from './segmentLevels';
import { loadSegments } from '../spectrum/segmentTransform';
import { floatsAt } from '../signal/signalEngine';
import { loadSong } from './songCopies';
import { windowSamples, type WindowKind } from '../spectrum/windows';

const sampleRate = 48000;

/** Levels of single bins up to an eighth of the lower rate, by segments that were cut out and lowered. */
function cutLevels(
  signals: readonly Float32Array[],
  windowShape: WindowKind,
  segmentLength: number,
  decimation: number,
  starts: { first: number; hop: number; count: number },
  size = 2048,
): { rows: Float32Array; bins: number } {
  const shape = {
    sampleRate: sampleRate / decimation,
    decimation,
    fftSize: size,
    windowShape,
    segmentLength,
  };
  const cut = cutWindow(shape);
  const bins = size / 8;
  const table = bandTable(
    Array.from({ length: bins }, (_, k) => ({ points: [], bins: { first: k, weights: [1] } })),
    0,
  );
  const transform = bandTransform(cut.smooth, size, table, decimation ** 2, cut);
  const song = loadSong(signals, Math.log2(decimation));
  const { first, hop, count } = starts;
  const rows = levelsOfSong(song, 0, transform, first, hop, count);
  return { rows: floatsAt(rows, bins * count).slice(), bins };
}

/** The same bins of a transform of the segment itself, in doubles. */
function exactLevels(
  samples: Float32Array,
  windowShape: WindowKind,
  segmentLength: number,
  size: number,
  start: number,
  bins: number,
): number[] {
  const window = windowSamples(windowShape, segmentLength);
  const loaded = loadSegments(samples, window, size, 0, bins, 1);
  loaded.transform(start, undefined);
  return Array.from(loaded.powerA.subarray(0, bins), powerToDb);
}

describe('segments that are cut out before they are lowered', () => {
  it.each([
    ['rectangular', 2, 1920],
    ['rectangular', 4, 3841],
    ['rectangular', 8, 1777],
    ['rectangular', 16, 15360],
    ['rectangular', 32, 24000],
    ['rectangular', 32, 1024],
    ['hamming', 2, 1001],
    ['hamming', 16, 9600],
    ['hamming', 32, 24000],
  ] as const)(
    'through a %s window, %i times lower, have the spectrum of the segment: %i samples beside a loud high tone',
    (windowShape, decimation, segmentLength) => {
      // Its side lobes are all that low bins hold, but for a whisper.
      const tone = sine(9127.3, 96000, sampleRate, 0.7);
      const samples = noise(96000, 8).map((value, n) => 0.9 * tone[n]! + 1e-4 * value);
      const [first, hop] = [20000 - (segmentLength >> 1), 800];
      const { rows, bins } = cutLevels([samples], windowShape, segmentLength, decimation, {
        first,
        hop,
        count: 5,
      });
      for (let i = 0; i < 5; i++) {
        const exact = exactLevels(
          samples,
          windowShape,
          segmentLength,
          2048 * decimation,
          first + i * hop,
          bins,
        );
        const loudest = 20 * Math.log10(0.45 * segmentLength);
        exact.forEach((level, k) => {
          // What folds back is 100 dB below the tone.
          const rounding = 10 ** ((loudest - 97 - level) / 20);
          expect(Math.abs(rows[i * bins + k]! - level)).toBeLessThan(0.01 + 8.7 * rounding);
        });
      }
    },
  );

  it('of two signals have the mean of their powers', () => {
    const [one, other] = [noise(20000, 1), noise(20000, 2).map((value) => value / 5)];
    const starts = { first: 3000, hop: 320, count: 3 };
    const levels = (signals: Float32Array[]) => cutLevels(signals, 'rectangular', 3840, 8, starts).rows;
    const [a, b, both] = [levels([one]), levels([other]), levels([one, other])];
    both.forEach((level, i) => {
      const mean = (10 ** (a[i]! / 10) + 10 ** (b[i]! / 10)) / 2;
      expect(level).toBeCloseTo(10 * Math.log10(mean), 2);
    });
  });

  it.each([-3840, -3000, -13, 0, 19000, 20000])(
    'take what lies beyond the signal for silence: from %i on',
    (start) => {
      const samples = noise(20000, 4);
      const padded = new Float32Array(36000);
      padded.set(samples, 8000);
      // Room around it, as readers of songs leave it: copies end where their signal does.
      const levels = cutLevels([padded], 'rectangular', 3840, 8, { first: 8000 + start, hop: 0, count: 1 });
      const exact = exactLevels(samples, 'rectangular', 3840, 16384, start, levels.bins);
      const loudest = Math.max(...exact);
      exact.forEach((level, k) => {
        if (level > loudest - 60) expect(Math.abs(levels.rows[k]! - level)).toBeLessThan(0.05);
        else expect(levels.rows[k]).toBeLessThan(loudest - 50);
      });
    },
  );

  it('hear nothing of what lies outside', () => {
    const samples = new Float32Array(40000).fill(1);
    samples.fill(0, 10000, 20000);
    const { rows } = cutLevels([samples], 'rectangular', 10000, 32, { first: 10000, hop: 0, count: 1 });
    // A single sample of it would be heard at 0 dB.
    expect(Math.max(...rows)).toBeLessThan(-100);
  });

  it('have a few samples more than the lower rate gives: what the filter makes of their ends', () => {
    for (const decimation of [2, 4, 8, 16, 32]) {
      const { first, length } = cutRange(24000, decimation);
      expect(length - 24000 / decimation).toBeGreaterThan(12);
      expect(length - 24000 / decimation).toBeLessThan(27);
      expect(first * decimation).toBeLessThanOrEqual(-12000);
    }
  });
});
