import { describe, expect, it } from 'vitest';
import { SegmentAnalyser } from '../spectrum/analyser';
import type { BandSettings } from '../spectrum/plan';
import { bandEdges } from '../spectrum/scales';
import { bandSettings, noise, sine } from '../../testing';
import { SongAnalyser } from './songAnalyser';

const sampleRate = 48000;
const ear = bandSettings();
const powerOf = (levels: Float32Array) => levels.reduce((sum, db) => sum + 10 ** (db / 10), 0);

/** Levels of moments 800 samples apart from sample `start` on: by the definition, and all of them as whole songs are. */
function levelsBothWays(settings: BandSettings, song: Float32Array, start: number, moments: number[]) {
  const exact = new SegmentAnalyser(settings, sampleRate);
  const fast = new SongAnalyser(settings, sampleRate, 800);
  const { edges } = exact.plan;
  const bands = edges.length - 1;
  const count = Math.max(...moments) + 1;
  const rows = new Float32Array(count * bands);
  fast.levels([song], start, 800, count, rows, 0);
  const pairs = moments.map((moment) => {
    const row = new Float32Array(bands);
    exact.levels(song, start + moment * 800, row);
    return { exact: row, found: rows.subarray(moment * bands, (moment + 1) * bands) };
  });
  return { edges, pairs };
}

describe('the analyser of whole songs', () => {
  const song = noise(96000, 11).map(
    (value, n) => 0.2 * value + 0.4 * Math.sin((2 * Math.PI * 98 * n) / 48000),
  );

  it.each([
    { bands: 32 },
    { bands: 72, fromHz: 60, toHz: 14000 },
    { bands: 128 },
    { bands: 24, fromHz: 32, toHz: 220, scale: 'linear', window: 0.12 },
    { bands: 80, scale: 'mel' },
    { bands: 48, fromHz: 45, toHz: 900, scale: 'mel', window: 0.18 },
    { bands: 20, scale: 'mel', window: 0.04, fromHz: 50, toHz: 9000 },
    { bands: 300, scale: 'linear', fromHz: 0, toHz: 24000 },
    { scale: 'octave', fraction: '6' },
    { scale: 'notes', fromHz: 60, toHz: 4000, windowShape: 'blackmanHarris' },
    { bands: 64, longWindow: 0.4 },
    { scale: 'hand', edges: [40, 90] },
    { bands: 48, windowShape: 'flatTop' },
    { bands: 48, windowShape: 'rectangular' },
    { bands: 512 },
    { bands: 512, fromHz: 30, toHz: 90 },
    { bands: 96, window: 0.01 },
    { bands: 96, window: 0.02, windowShape: 'hamming' },
    { bands: 96, window: 0.5 },
    { scale: 'hand', edges: [30, 60, 61, 900, 950, 4000, 4010, 4020, 9000] },
    { scale: 'hand', edges: [0, 0.5, 3, 23900, 23990, 24000, 24500, 25000, 26000], window: 0.01 },
    { bands: 512, window: 0.01 },
    { bands: 512, window: 0.01, windowShape: 'rectangular' },
    { bands: 200, window: 0.04, windowShape: 'rectangular' },
    { bands: 400, window: 0.08, windowShape: 'hamming' },
    { bands: 300, window: 0.25, windowShape: 'flatTop', longWindow: 0.5 },
  ] satisfies Partial<BandSettings>[])('agrees with the definition for %o', (part) => {
    const { pairs } = levelsBothWays({ ...ear, ...part }, song, 32000, [0, 7, 19]);
    for (const { exact, found } of pairs) {
      exact.forEach((level, band) => expect(Math.abs(found[band]! - level)).toBeLessThan(0.75));
      expect(10 * Math.log10(powerOf(found) / powerOf(exact))).toBeCloseTo(0, 1);
    }
  });

  // Low bands hold side lobes of the tone alone, which a low-pass before the window would have taken away.
  it.each([
    { windowShape: 'hamming', bands: 512, longWindow: 0.3, window: 0.2 },
    { windowShape: 'hamming', bands: 300, longWindow: 0.5, fromHz: 20, window: 0.085 },
    { windowShape: 'rectangular', bands: 512, longWindow: 0.5, window: 0.01 },
    { windowShape: 'rectangular', bands: 72, longWindow: 0.5 },
  ] satisfies Partial<BandSettings>[])('hears what a loud high tone leaves in low bands for %o', (part) => {
    const tone = sine(9100.3, 96000).map((value) => 0.9 * value);
    const { edges, pairs } = levelsBothWays({ ...ear, ...part }, tone, 40000, [0, 1, 2]);
    const highest = edges.findIndex((edge) => edge > 2000);
    for (const { exact, found } of pairs) {
      const low = exact.subarray(0, highest);
      expect(Math.max(...low)).toBeGreaterThan(-95);
      low.forEach((level, band) => {
        if (level > -110) expect(Math.abs(found[band]! - level)).toBeLessThan(0.5);
      });
    }
  });

  it.each([
    { windowShape: 'hann' },
    { windowShape: 'hann', bands: 24, window: 0.02 },
    { windowShape: 'hamming', bands: 128, window: 0.043 },
    { windowShape: 'blackmanHarris' },
    { windowShape: 'flatTop', bands: 12, window: 0.01 },
    { windowShape: 'rectangular', bands: 72 },
  ] satisfies Partial<BandSettings>[])('reads both bands beside a tone near their edge for %o', (part) => {
    const settings: BandSettings = { ...ear, bands: 72, fromHz: 30, toHz: 16000, window: 0.085, ...part };
    const edges = bandEdges(settings);
    const bands = edges.length - 1;
    for (let edge = 1; edge < bands; edge += Math.ceil(bands / 12)) {
      for (const beyond of [-2.6, -1.6, 0.3, 1.6, 2.6]) {
        const tone = sine(edges[edge]! + beyond / settings.window, 48000);
        const [pair] = levelsBothWays(settings, tone, 24000, [0]).pairs;
        for (const band of [edge - 1, edge]) {
          const level = pair!.exact[band]!;
          if (level > -90) expect(Math.abs(pair!.found[band]! - level)).toBeLessThan(0.75);
        }
      }
    }
  });

  it('keeps loud high sounds out of the low bands: what folds back is below -90 dB', () => {
    const settings: BandSettings = { ...ear, bands: 48 };
    const fast = new SongAnalyser(settings, sampleRate, 800);
    const rows = new Float32Array(48);
    for (const hz of [3500, 5900, 6100, 11900, 12100]) {
      fast.levels([sine(hz, 96000)], 48000, 800, 1, rows, 0);
      const low = rows.subarray(0, 20);
      expect(Math.max(...low)).toBeLessThan(-90);
    }
  });
});
