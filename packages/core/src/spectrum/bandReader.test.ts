import { describe, expect, it } from 'vitest';
import { noise, referenceTransform, sine } from '../testing';
import { bandPlaces, bandReader, mostFilled, tapCount, type BandSource } from './bandReader';
import { bandCovers, bandPower, powerToDb } from './bands';
import { levelsOfSegments } from './segmentLevels';
import { windowSamples, type WindowKind } from './windows';

const fineSize = 32768;

/** Powers of a windowed segment in a transform that is padded a lot, by the package fft.js: 0 .. half of it. */
function finePowers(samples: Float32Array, window: Float64Array, start: number): Float64Array {
  const padded = new Float64Array(fineSize);
  window.forEach((w, n) => (padded[n] = w * (samples[start + n] ?? 0)));
  const [re, im] = referenceTransform(padded);
  return Float64Array.from({ length: fineSize / 2 + 1 }, (_, k) => re[k]! ** 2 + im[k]! ** 2);
}

/** Levels at fine bins, read between the bins of a short transform. */
function levelsBetween(samples: Float32Array, window: Float64Array, size: number, fineBins: number[]) {
  const points = fineBins.map((bin) => [{ at: (bin * size) / fineSize, weight: 1 }]);
  const reader = bandReader(points, window.length / size);
  return levelsOfSegments([samples], window, size, reader, 1, 100, 777, 3);
}

const shapes: WindowKind[] = ['hann', 'hamming', 'blackmanHarris', 'flatTop', 'rectangular'];

describe('a spectrum between its bins', () => {
  const samples = noise(8000, 3);
  const cases = shapes.flatMap((shape) =>
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
        const powers = finePowers(samples, window, 100 + 777 * moment);
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
    expect(Math.abs(found! - powerToDb(finePowers(samples, window, 100)[fine]!))).toBeLessThan(0.01);
  });

  it('adds nothing far from a tone, and keeps to 100 dB near it', () => {
    const window = windowSamples('blackmanHarris', 2064);
    const bins = Array.from({ length: 4000 }, (_, i) => i);
    const tone = sine(997, 8000);
    const found = levelsBetween(tone, window, 4096, bins).subarray(0, bins.length);
    const exact = finePowers(tone, window, 100);
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
    expect(tapCount(0.5)).toBeLessThan(tapCount(mostFilled));
    for (const filled of [0.01, 0.3, 0.5, mostFilled]) expect(tapCount(filled) % 4).toBe(0);
  });
});

describe('places at which a band is read', () => {
  const sampleRate = 48000;
  const binHz = sampleRate / fineSize;

  it('are the bins of the definition, where they are few', () => {
    const places = bandPlaces(100.4 * binHz, 102.7 * binHz, sampleRate, fineSize, 2064);
    expect(places.map(({ hz }) => hz / binHz)).toEqual(
      [100, 101, 102, 103].map((bin) => expect.closeTo(bin, 9)),
    );
    expect(places.map(({ weight }) => weight / binHz)).toEqual(
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
    const places = bandPlaces(low, high, sampleRate, fineSize, 2064);
    const sum = places.reduce((total, { weight }) => total + weight, 0);
    expect(sum).toBeCloseTo(Math.min(high, 24000) - low, 6);
    places.forEach(({ hz }) => {
      expect(hz).toBeGreaterThan(low - binHz);
      expect(hz).toBeLessThan(Math.min(high, 24000) + binHz);
    });
  });

  it('are none where there is no sound', () =>
    expect(bandPlaces(25000, 26000, sampleRate, fineSize, 2064)).toEqual([]));

  it.each(shapes)('give the sum over all fine bins, through a %s window', (shape) => {
    const length = 2064;
    const window = windowSamples(shape, length);
    const samples = noise(4000, 8);
    const powers = finePowers(samples, window, 100);
    for (const [low, high] of [
      [300, 312],
      [1000, 1030],
      [5000, 5055],
      [8000, 8110],
    ] as const) {
      const [cover] = bandCovers(Float64Array.of(low, high), binHz, fineSize / 2 + 1);
      const exact = bandPower(powers, cover!) * binHz;
      const interpolated = bandPlaces(low, high, sampleRate, fineSize, length).reduce(
        (sum, { hz, weight }) => {
          const place = hz / binHz;
          const below = Math.floor(place);
          const share = place - below;
          return sum + weight * (powers[below]! * (1 - share) + powers[below + 1]! * share);
        },
        0,
      );
      expect(Math.abs(powerToDb(interpolated) - powerToDb(exact))).toBeLessThan(0.1);
    }
  });
});

describe('the reader of bands', () => {
  const samples = noise(3000, 12);
  const window = windowSamples('hann', 480);
  const filled = 480 / 1024;
  const levelsOf = (sources: BandSource[], count = 1) =>
    levelsOfSegments([samples], window, 1024, bandReader(sources, filled), 1, 50, 300, count).slice();
  const pointsAt = (...places: number[]) => places.map((at) => ({ at, weight: 1 / places.length }));

  it('takes covers and points in any order, also without bins', () => {
    const [wide] = bandCovers(Float64Array.of(40.3, 90.8), 1, 513);
    const none = { first: 0, last: -1, firstShare: 0, lastShare: 0 };
    const narrow = [20.25, 20.75].map((at) => ({ at, weight: 0.5 }));
    const levels = (...sources: BandSource[][]) => sources.map((one) => Array.from(levelsOf(one)));
    const [together, apart, alone] = levels([narrow, wide!, none, [], narrow], [wide!], [narrow]);
    expect(together).toEqual(
      [alone![0], apart![0], -200, -200, alone![0]].map((db) => expect.closeTo(db!, 4)),
    );
  });

  it('reads once what bands have in common', () => {
    const sources = [pointsAt(20, 21), pointsAt(21, 22.5), pointsAt(22.5), pointsAt(23)];
    expect(bandReader(sources, filled).points).toBe(4);
    const alone = sources.map((source) => levelsOf([source])[0]!);
    expect(Array.from(levelsOf(sources))).toEqual(alone.map((db) => expect.closeTo(db, 4)));
  });

  it.each([1, 2, 3, 4, 5, 8, 9])('weighs %i points of a band, beside other bands or alone', (count) => {
    const places = Array.from({ length: count }, (_, i) => 100 + i / 3);
    const powers = places.map((at) => 10 ** (levelsOf([pointsAt(at)])[0]! / 10));
    const mean = powerToDb(powers.reduce((sum, power) => sum + power, 0) / count);
    for (const others of [[], [pointsAt(7)], [pointsAt(7, 8, 9, 10, 11)]]) {
      for (const sources of [
        [...others, pointsAt(...places)],
        [pointsAt(...places), ...others],
      ]) {
        const band = sources[0] === others[0] ? others.length : 0;
        expect(levelsOf(sources)[band]).toBeCloseTo(mean, 4);
      }
    }
  });

  it('reads as many segments as are wanted, each as if it were alone', () => {
    const sources = [pointsAt(20, 21), pointsAt(300.3), ...bandCovers(Float64Array.of(40.3, 90.8), 1, 513)];
    const all = levelsOf(sources, 9);
    for (let count = 1; count <= 8; count++) {
      expect(Array.from(levelsOf(sources, count))).toEqual(
        Array.from(all.subarray(0, 3 * count), (db) => expect.closeTo(db, 4)),
      );
    }
  });

  it('reads nothing from no bands', () => expect(bandReader([], filled).bands).toBe(0));
});
