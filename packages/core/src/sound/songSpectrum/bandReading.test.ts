import { describe, expect, it } from 'vitest';
import { finePowers, levelsOfSegments, noise, sine } from '../../testing';
import { bandCovers, bandPower, powerToDb } from '../spectrum/bands';
import { windowKinds, windowSamples } from '../spectrum/windows';
import {
  bandNodes,
  coverWeights,
  insideWeights,
  maxFilled,
  noBins,
  ramp,
  rampBins,
  tapCount,
} from './bandReading';
import { bandTable } from './bandTable';

const fineSize = 32768;

/** Levels at fine bins, read between the bins of a short transform. */
function levelsBetween(samples: Float32Array, window: Float64Array, size: number, fineBins: number[]) {
  const sources = fineBins.map((bin) => ({
    points: [{ at: (bin * size) / fineSize, weight: 1 }],
    bins: noBins,
  }));
  const table = bandTable(sources, window.length / size);
  return levelsOfSegments([samples], window, size, table, 1, 100, 777, 3);
}

describe('a spectrum between its bins', () => {
  const samples = noise(8000, 3);
  const cases = windowKinds.flatMap((shape) =>
    [
      [480, 1024],
      [481, 1024],
      [2064, 4096],
      [799, 1024],
      [100, 1024],
      [7, 16],
    ].map(([length, size]) => [shape, length!, size!] as const),
  );

  it.each(cases)(
    'through a %s window of %i samples in %i is that of a longer transform',
    (shape, length, size) => {
      const window = windowSamples(shape, length);
      const bins = Array.from({ length: 600 }, (_, i) => Math.round((i * fineSize) / 2 / 599));
      const rows = levelsBetween(samples, window, size, bins);
      for (const moment of [0, 1, 2]) {
        const powers = finePowers(samples, window, 100 + 777 * moment, fineSize);
        const loudest = powerToDb(Math.max(...powers));
        bins.forEach((bin, i) => {
          const expected = powerToDb(powers[bin]!);
          const found = rows[moment * bins.length + i]!;
          // What is left lies 100 dB below the loudest, which shifts what is 60 dB below it by a hundredth of its amplitude.
          if (expected > loudest - 60) expect(Math.abs(found - expected)).toBeLessThan(0.09);
          else expect(found).toBeLessThan(loudest - 59);
        });
      }
    },
  );

  it.each([0, 0.01, 0.5, 3, 511.2, 511.99, 512])('is mirrored at both its ends: at bin %d', (at) => {
    const window = windowSamples('hann', 480);
    const fine = Math.round((at * fineSize) / 1024);
    const [found] = levelsBetween(samples, window, 1024, [fine]);
    expect(Math.abs(found! - powerToDb(finePowers(samples, window, 100, fineSize)[fine]!))).toBeLessThan(
      0.01,
    );
  });

  it('adds nothing far from a tone, and keeps to 100 dB near it', () => {
    const window = windowSamples('blackmanHarris', 2064);
    const bins = Array.from({ length: 4000 }, (_, i) => i);
    const tone = sine(997, 8000);
    const found = levelsBetween(tone, window, 4096, bins).subarray(0, bins.length);
    const exact = finePowers(tone, window, 100, fineSize);
    const loudest = Math.max(...found);
    bins.forEach((bin) => {
      const level = powerToDb(exact[bin]!) - loudest;
      // Side lobes of -100 dB and images of -105 may add up.
      if (level < -100) expect(found[bin]! - loudest).toBeLessThan(-96);
    });
    const far = found.subarray(2000);
    expect(Math.max(...far) - loudest).toBeLessThan(-125);
  });

  it('is found from fewer bins the less of the transform is filled', () => {
    expect(tapCount(0.25)).toBeLessThan(tapCount(0.5));
    expect(tapCount(0.5)).toBeLessThan(tapCount(maxFilled));
    for (const filled of [0.01, 0.3, 0.5, maxFilled]) expect(tapCount(filled) % 2).toBe(0);
  });
});

describe('weights of the bins that a band covers', () => {
  const cover = { first: 3, last: 6, firstShare: 0.25, lastShare: 0.5 };

  it('are the shares of the definition’s bins', () =>
    expect(coverWeights(cover, 1)).toEqual({ first: 3, weights: [0.25, 1, 1, 0.5] }));

  it('are the same at bins of its own in a finer transform, whose powers are as many times as dense', () =>
    expect(coverWeights(cover, 2)).toEqual({ first: 6, weights: [0.5, 0, 2, 0, 2, 0, 1] }));

  it('are none where it covers none', () =>
    expect(coverWeights({ first: 0, last: -1, firstShare: 0, lastShare: 0 }, 1).weights).toEqual([]));
});

describe('weights of the bins inside a wide band', () => {
  it('rise from its edges on, are whole inside, and are none outside', () => {
    const { first, weights } = insideWeights(10.5, 40.25, 6);
    expect(first).toBe(11);
    expect(weights).toHaveLength(30);
    expect(weights[0]).toBeCloseTo(ramp(0.5 / 6), 12);
    expect(weights.at(-1)).toBeCloseTo(ramp(0.25 / 6), 12);
    for (let bin = 17; bin <= 34; bin++) expect(weights[bin - first]).toBe(1);
  });

  it('of neighbours and of what is read at their common edge are one together', () => {
    // What a ramp leaves is symmetrical about its middle.
    for (let x = 0; x <= 1; x += 0.05) expect(ramp(x) + ramp(1 - x)).toBeCloseTo(1, 12);
    expect([ramp(-1), ramp(0), ramp(1), ramp(2)]).toEqual([0, 0, 1, 1]);
  });

  it('rise as the integral of Blackman’s window: 0.42 - 0.5 cos + 0.08 cos (Harris 1978), over its mean', () => {
    const step = 1e-4;
    let sum = 0;
    for (let x = step / 2; x < 0.7; x += step) {
      sum += (step * (0.42 - 0.5 * Math.cos(2 * Math.PI * x) + 0.08 * Math.cos(4 * Math.PI * x))) / 0.42;
    }
    expect(ramp(0.7)).toBeCloseTo(sum, 6);
  });

  it.each([0.3, 0.5, 0.6, 0.78])(
    'ripple no faster than the segment’s silence allows where it fills %d of the transform',
    (filled) => {
      // The ramp's steps, transformed: beyond so many cycles per bin the sum over bins would differ from the integral.
      const width = rampBins(filled);
      const steps = Array.from(
        { length: width * 50 },
        (_, i) => ramp((i + 1) / (50 * width)) - ramp(i / (50 * width)),
      );
      const cycles = 1 - filled;
      const [re, im] = [Math.cos, Math.sin].map((turn) =>
        steps.reduce((sum, step, i) => sum + step * turn((2 * Math.PI * cycles * i) / 50), 0),
      );
      // Highest side lobe of Blackman's window: -58 dB (Harris 1978, table 1).
      expect(20 * Math.log10(Math.hypot(re!, im!))).toBeLessThan(-55);
    },
  );
});

describe('places at which a band is read', () => {
  const sampleRate = 48000;
  const binHz = sampleRate / fineSize;

  it('are the bins of the definition, where they are few', () => {
    const nodes = bandNodes(100.4 * binHz, 102.7 * binHz, sampleRate, fineSize, 2064);
    expect(nodes.map(({ hz }) => hz / binHz)).toEqual(
      [100, 101, 102, 103].map((bin) => expect.closeTo(bin, 9)),
    );
    expect(nodes.map(({ weight }) => weight / binHz)).toEqual(
      [0.1, 1, 1, 0.2].map((share) => expect.closeTo(share, 9)),
    );
  });

  it.each([
    [200, 230],
    [1000, 1090],
    [0, 40],
    [23900, 24000],
    [23990, 30000],
  ])('weigh as much as the band is wide, to half the sample rate: from %d to %d Hz', (low, high) => {
    const nodes = bandNodes(low, high, sampleRate, fineSize, 2064);
    const sum = nodes.reduce((total, { weight }) => total + weight, 0);
    expect(sum).toBeCloseTo(Math.min(high, 24000) - low, 6);
    nodes.forEach(({ hz }) => {
      expect(hz).toBeGreaterThan(low - binHz);
      expect(hz).toBeLessThan(Math.min(high, 24000) + binHz);
    });
  });

  it('are none where there is no sound', () =>
    expect(bandNodes(25000, 26000, sampleRate, fineSize, 2064)).toEqual([]));

  it.each(windowKinds)('give the sum over all fine bins, through a %s window', (shape) => {
    const length = 2064;
    const window = windowSamples(shape, length);
    const samples = noise(4000, 8);
    const powers = finePowers(samples, window, 100, fineSize);
    for (const [low, high] of [
      [300, 312],
      [1000, 1030],
      [5000, 5055],
      [8000, 8110],
    ] as const) {
      const [cover] = bandCovers(Float64Array.of(low, high), binHz, fineSize / 2 + 1);
      const exact = bandPower(powers, cover!) * binHz;
      const interpolated = bandNodes(low, high, sampleRate, fineSize, length).reduce(
        (sum, { hz, weight }) => {
          const position = hz / binHz;
          const below = Math.floor(position);
          const share = position - below;
          return sum + weight * (powers[below]! * (1 - share) + powers[below + 1]! * share);
        },
        0,
      );
      expect(Math.abs(powerToDb(interpolated) - powerToDb(exact))).toBeLessThan(0.1);
    }
  });
});
