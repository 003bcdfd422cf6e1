import { describe, expect, it } from 'vitest';
import { levelsOfSegments, noise, sine } from '../../testing';
import { coverWeights } from './bandReading';
import { bandTable } from './bandTable';
import { bandCovers, bandPower, powerToDb, silenceDb, type BandCover } from '../spectrum/bands';
import { loadSegments } from '../spectrum/segmentTransform';
import { windowSamples } from '../spectrum/windows';

const ones = (length: number) => new Float64Array(length).fill(1);
/** Each bin of a transform by itself. */
const binCovers = (size: number) =>
  Array.from({ length: size / 2 + 1 }, (_, k) => ({ first: k, last: k, firstShare: 1, lastShare: 0 }));
/** Reads the bins that bands cover. */
const coverTable = (covers: readonly BandCover[]) =>
  bandTable(
    covers.map((cover) => ({ points: [], bins: coverWeights(cover, 1) })),
    0,
  );
const eachBin = (size: number) => coverTable(binCovers(size));

/** Levels of the same segments by the transform in doubles. */
function expectedLevels(
  samples: Float32Array,
  window: Float64Array,
  size: number,
  covers: ReturnType<typeof bandCovers>,
  starts: number[],
): number[][] {
  const loaded = loadSegments(samples, window, size, 0, size / 2, 1);
  return starts.map((start) => {
    loaded.transform(start, undefined);
    return covers.map((cover) => powerToDb(bandPower(loaded.powerA, cover)));
  });
}

describe('levels by transforms in floats', () => {
  it.each([16, 32, 64, 128, 256, 512, 1024, 2048, 4096, 8192, 16384, 32768])(
    'of %i are those in doubles: all bins of noise',
    (size) => {
      const samples = noise(2 * size, size);
      const window = windowSamples('hann', size);
      const starts = [0, size / 4, size / 2];
      const rows = levelsOfSegments([samples], window, size, eachBin(size), 1, 0, size / 4, 3);
      const expected = expectedLevels(samples, window, size, binCovers(size), starts);
      expected.forEach((levels, i) => {
        const loudest = Math.max(...levels);
        levels.forEach((level, k) => {
          const found = rows[i * levels.length + k]!;
          // Rounding is some 140 dB below the loudest: at 60 dB below it, it shifts a level by a ten-thousandth.
          if (level > loudest - 60) expect(Math.abs(found - level)).toBeLessThan(2e-3);
          else expect(found).toBeLessThan(loudest - 59);
        });
      });
    },
  );

  it('leave rounding 130 dB below a full-scale sine, far below what 16 bits leave', () => {
    const size = 4096;
    const window = windowSamples('blackmanHarris', size);
    const rows = levelsOfSegments([sine(997, size)], window, size, eachBin(size), 1, 0, 0, 1);
    const loudest = Math.max(...rows);
    // Beyond the window's side lobes, which fall from -92 dB (Harris 1978, table 1).
    const far = rows.subarray(1000, 2000).map((level) => level - loudest);
    const exact = expectedLevels(sine(997, size), window, size, binCovers(size), [0])[0]!;
    expect(Math.max(...exact.slice(1000, 2000)) - loudest).toBeLessThan(-130);
    expect(Math.max(...far)).toBeLessThan(-130);
  });

  it.each([-300, -1, 590, 599, 600, 5000])(
    'take what lies beyond the signal for silence: from %i on',
    (start) => {
      const samples = noise(600, 4);
      const covers = bandCovers(Float64Array.of(0, 20, 64), 1, 129);
      const rows = levelsOfSegments([samples], ones(200), 256, coverTable(covers), 1, start, 0, 1);
      const [expected] = expectedLevels(samples, ones(200), 256, covers, [start]);
      expected!.forEach((level, band) => expect(rows[band]).toBeCloseTo(level, 3));
    },
  );

  it.each([1e-20, 1.0001e-20, 3e-13, 0.4999, 0.5, 0.70710678, 0.70710679, 1, 1.9999, 2, 12345.678, 1e30])(
    'are ten times the decimal logarithm of the power: %d',
    (power) => {
      // One sample, one bin: its square times the scale.
      const sample = Float32Array.of(1);
      const cover = { first: 1, last: 1, firstShare: 1, lastShare: 0 };
      const [db] = levelsOfSegments([sample], ones(1), 16, coverTable([cover]), power, 0, 0, 1);
      expect(Math.abs(db! - Math.fround(powerToDb(power)))).toBeLessThan(1e-6 * Math.abs(db!) + 1e-12);
    },
  );

  it('sum the bins of each band, the outermost in part, and read the floor without any', () => {
    const samples = noise(600, 4);
    const covers = bandCovers(Float64Array.of(0, 0.4, 1.5, 2.5, 2.6, 7, 7, 12, 13.5, 99.9, 128), 1, 129);
    const rows = levelsOfSegments([samples], ones(200), 256, coverTable(covers), 1, 30, 85, 3);
    expectedLevels(samples, ones(200), 256, covers, [30, 115, 200]).forEach((levels, i) => {
      levels.forEach((level, band) => expect(rows[i * covers.length + band]).toBeCloseTo(level, 3));
    });
    expect(rows[5]).toBe(silenceDb);
  });

  it.each([1, 2, 3])('of two signals are the mean of their powers: at %i moments', (count) => {
    const [one, other] = [noise(900, 4), noise(900, 5).map((value) => 3 * value)];
    const covers = bandCovers(Float64Array.of(0, 20, 64, 128), 1, 129);
    const levels = (signals: Float32Array[]) =>
      levelsOfSegments(signals, ones(200), 256, coverTable(covers), 1, 30, 85, count);
    const [first, second, both] = [levels([one]), levels([other]), levels([one, other])];
    expect(both).toHaveLength(3 * count);
    both.forEach((level, i) => {
      const mean = (10 ** (first[i]! / 10) + 10 ** (second[i]! / 10)) / 2;
      expect(level).toBeCloseTo(10 * Math.log10(mean), 3);
    });
    expect(Math.max(...levels([one, new Float32Array(900)]))).toBeCloseTo(Math.max(...first) - 3.0103, 3);
  });

  it('are the same whatever was measured before, in a memory that grows', () => {
    const samples = noise(8192, 1);
    const measure = () => levelsOfSegments([samples], ones(4096), 4096, eachBin(4096), 1, 0, 4096, 2);
    const first = measure();
    levelsOfSegments([noise(4_000_000, 2)], ones(32768), 32768, eachBin(32768), 1, 0, 9999, 40);
    expect(measure()).toEqual(first);
  });

  it.each([0, 3, 8, 100, 4095, -16, 2.5])('cannot be had by a transform of %d', (size) =>
    expect(() => levelsOfSegments([noise(10)], ones(2), size, bandTable([], 0), 1, 0, 1, 1)).toThrow(
      RangeError,
    ),
  );
  it('cannot be had of segments that are longer than the transform', () =>
    expect(() => levelsOfSegments([noise(99)], ones(65), 64, bandTable([], 0), 1, 0, 1, 1)).toThrow(
      RangeError,
    ));
});
