import { describe, expect, it } from 'vitest';
import { noise, sine } from '../testing';
import { SegmentAnalyser, type BandSettings } from './analyser';
import { SongAnalyser } from './songAnalyser';

const sampleRate = 48000;
const ear: BandSettings = {
  fromHz: 20,
  toHz: 16000,
  bands: 32,
  scale: 'log',
  windowShape: 'hann',
  window: 4096 / 48000,
};

/** Levels of a segment in the middle of a second of sound. */
function levelsOf(
  settings: Partial<BandSettings>,
  samples: Float32Array,
): { levels: Float32Array; analyser: SegmentAnalyser } {
  const analyser = new SegmentAnalyser({ ...ear, ...settings }, sampleRate);
  const levels = new Float32Array(settings.bands ?? ear.bands);
  analyser.levels(samples, 24000, levels);
  return { levels, analyser };
}
const powerOf = (levels: Float32Array) => levels.reduce((sum, db) => sum + 10 ** (db / 10), 0);

describe('level of a sine', () => {
  const bin = sampleRate / 4096;

  it.each([85, 85.5, 85.25, 300, 300.5, 1200.37])(
    'in a wide band is 0 dBFS within 0.05 dB, at bin %d',
    (position) => {
      const { levels } = levelsOf(
        { scale: 'linear', fromHz: 100, toHz: 20000, bands: 1 },
        sine(position * bin, 48000),
      );
      expect(Math.abs(levels[0]!)).toBeLessThan(0.05);
    },
  );

  it('of half the amplitude is 6.02 dB lower', () => {
    const half = sine(1000, 48000).map((value) => value / 2);
    expect(levelsOf({ scale: 'linear', fromHz: 100, toHz: 9000, bands: 1 }, half).levels[0]).toBeCloseTo(
      -6.02,
      1,
    );
  });

  it.each([0, 0.25, 0.5])(
    'on a single bin is off by the scalloping of Harris, figure 12, at %d bins from it',
    (offset) => {
      // Response of the Hann window between bins: sinc(x) / (1 - x^2).
      const settings = { ...ear, scale: 'linear' as const, fromHz: 900, toHz: 1100, bands: 1 };
      const analyser = new SegmentAnalyser(settings, sampleRate);
      const spectrum = analyser.spectrum(sine((85 + offset) * bin, 48000), 24000);
      const amplitude = Math.sqrt(spectrum[85 * (analyser.plan.fftSize / 4096)]!);
      const expected = offset === 0 ? 1 : Math.sin(Math.PI * offset) / (Math.PI * offset) / (1 - offset ** 2);
      expect(Math.abs(20 * Math.log10(amplitude / expected))).toBeLessThan(0.05);
    },
  );

  it.each([256, 4096, 16384])('does not depend on the zero-padding: a window of %i samples', (length) => {
    for (const bands of [1, 4]) {
      const settings = {
        window: length / sampleRate,
        fromHz: 3000,
        toHz: 15000,
        bands,
        scale: 'linear' as const,
      };
      const { levels } = levelsOf(settings, sine(4500, 48000));
      expect(Math.abs(levels[0]!)).toBeLessThan(0.1);
    }
  });

  it('falls into the band that holds it', () => {
    const { levels, analyser } = levelsOf({ bands: 16 }, sine(1000, 48000));
    const loudest = levels.indexOf(Math.max(...levels));
    expect(analyser.plan.edges[loudest]).toBeLessThan(1000);
    expect(analyser.plan.edges[loudest + 1]).toBeGreaterThan(1000);
  });
});

describe('powers of bands', () => {
  it.each(['linear', 'log', 'mel'] as const)('add up to the power of the range, on the %s scale', (scale) => {
    const sound = noise(48000);
    const whole = powerOf(levelsOf({ scale, bands: 1, fromHz: 60 }, sound).levels);
    for (const bands of [3, 17, 64]) {
      const parts = powerOf(levelsOf({ scale, bands, fromHz: 60 }, sound).levels);
      expect(10 * Math.log10(parts / whole)).toBeCloseTo(0, 1);
    }
  });

  it('of noise over all frequencies are its mean square, against a sine’s of one half', () => {
    const sound = noise(48000, 5);
    let windowed = 0;
    let weights = 0;
    for (let n = 0; n < 4096; n++) {
      const w = (0.5 - 0.5 * Math.cos((2 * Math.PI * n) / 4096)) ** 2;
      windowed += w * sound[24000 - 2048 + n]! ** 2;
      weights += w;
    }
    const { levels } = levelsOf({ scale: 'linear', fromHz: 0, toHz: 24000, bands: 1 }, sound);
    expect(10 ** (levels[0]! / 10)).toBeCloseTo(windowed / weights / 0.5, 6);
  });
});

describe('choice of the transform', () => {
  it('gives the narrowest band at least two bins', () => {
    for (const bands of [4, 12, 24]) {
      const { plan } = new SegmentAnalyser({ ...ear, bands }, sampleRate);
      expect(plan.edges[1]! - plan.edges[0]!).toBeGreaterThanOrEqual(2 * plan.binHz);
      expect(plan.sharesBins).toBe(false);
    }
  });

  it('says when bands share bins', () => {
    const { plan } = new SegmentAnalyser({ ...ear, bands: 200 }, sampleRate);
    expect(plan.fftSize).toBe(32768);
    expect(plan.sharesBins).toBe(true);
  });

  it('states the noise bandwidth: 1.5 bins of the window for Hann', () => {
    expect(new SegmentAnalyser(ear, sampleRate).noiseBandwidthHz).toBeCloseTo((1.5 * 48000) / 4096, 6);
  });
});

describe('the ends of a track', () => {
  it('are followed by silence', () => {
    const analyser = new SegmentAnalyser({ ...ear, bands: 1, scale: 'linear' }, sampleRate);
    const levels = new Float32Array(1);
    analyser.levels(sine(1000, 48000), -4096, levels);
    expect(levels[0]).toBe(-200);
    analyser.levels(sine(1000, 48000), 0, levels);
    // Half of the window holds sound: its coherent sum halves.
    expect(levels[0]).toBeGreaterThan(-6);
    expect(levels[0]).toBeLessThan(-2);
  });
});

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
  ] satisfies Partial<BandSettings>[])('agrees with the definition for %o', (part) => {
    const settings: BandSettings = { ...ear, ...part };
    const exact = new SegmentAnalyser(settings, sampleRate);
    const fast = new SongAnalyser(settings, sampleRate, 800);
    const { bands } = settings;
    const rows = new Float32Array(60 * bands);
    fast.levels(song, 32000, 800, 20, rows, 0);
    const row = new Float32Array(bands);
    for (const moment of [0, 7, 19]) {
      exact.levels(song, 32000 + moment * 800, row);
      row.forEach((level, band) => {
        expect(Math.abs(rows[moment * bands + band]! - level)).toBeLessThan(0.75);
      });
      expect(
        10 * Math.log10(powerOf(rows.subarray(moment * bands, (moment + 1) * bands)) / powerOf(row)),
      ).toBeCloseTo(0, 1);
    }
  });

  it('keeps loud high sounds out of the low bands: what folds back is below -90 dB', () => {
    const settings: BandSettings = { ...ear, bands: 48 };
    const fast = new SongAnalyser(settings, sampleRate, 800);
    const rows = new Float32Array(48);
    for (const hz of [3500, 5900, 6100, 11900, 12100]) {
      fast.levels(sine(hz, 96000), 48000, 800, 1, rows, 0);
      const low = rows.subarray(0, 20);
      expect(Math.max(...low)).toBeLessThan(-90);
    }
  });
});
