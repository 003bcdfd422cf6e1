import { describe, expect, it } from 'vitest';
import { noise } from '../testing';
import { bandCovers, bandPower, powerToDb, type BandCover } from './bands';
import { bandKernels, correlationCost, levelsByCorrelation } from './segmentCorrelation';
import { loadSegments } from './segmentTransform';
import { windowSamples } from './windows';

const samples = noise(4000, 6);
/** Bands of all kinds: of less than a bin, within one, over an edge of two, of many, and none. */
const edges = Float64Array.of(0, 0.3, 0.45, 1.5, 2.5, 7.2, 60, 60, 61, 400.7, 512);

const dbOf = (powers: ArrayLike<number>) => Array.from(powers, powerToDb);

/** Levels of the same segments by their padded transforms. */
function expectedLevels(
  window: Float64Array,
  size: number,
  covers: BandCover[],
  scale: number,
  starts: number[],
) {
  const padded = loadSegments(samples, window, size, 0, size / 2, scale);
  return starts.map((start) => {
    padded.transform(start, undefined);
    return dbOf(covers.map((cover) => bandPower(padded.powerA, cover)));
  });
}

/** Floats are good to a few millionths of their size; what lies 100 dB below the loudest is rounding. */
function compare(rows: Float32Array, expected: number[][]): void {
  expected.forEach((levels, i) => {
    const loudest = Math.max(...levels);
    levels.forEach((level, band) => {
      const found = rows[i * levels.length + band]!;
      if (level > loudest - 100) expect(Math.abs(found - level)).toBeLessThan(3e-5);
      else expect(found).toBeLessThan(loudest - 95);
    });
  });
}

describe('band levels by autocorrelation', () => {
  it.each([
    [255, 1024],
    [240, 8192],
    [64, 1024],
    [7, 1024],
    [1, 1024],
    [1000, 1024],
  ])('of segments of %i samples are those of a transform of %i', (length, size) => {
    const scale = 0.37;
    const window = windowSamples('hann', length).map((value) => value + 0.05);
    const covers = bandCovers(edges, 1, size / 2 + 1);
    const expected = expectedLevels(window, size, covers, scale, [100, 1333, 2566]);
    const kernels = bandKernels(covers, size, length, scale);
    compare(levelsByCorrelation(samples, window, kernels, 100, 1233, 3), expected);
  });

  it.each([-200, -1, 3999, 3950, 5000])(
    'take what lies beyond the signal for silence: from %i on',
    (start) => {
      const window = windowSamples('hamming', 100);
      const covers = bandCovers(edges, 1, 513);
      const expected = expectedLevels(window, 1024, covers, 1, [start]);
      compare(levelsByCorrelation(samples, window, bandKernels(covers, 1024, 100, 1), start, 0, 1), expected);
    },
  );

  it('hold a full-scale sine at its level, and next to nothing far from it', () => {
    // 20 periods in the window: 80 bins of 1024 padded ones.
    const length = 256;
    const sine = Float32Array.from({ length }, (_, n) => Math.sin((2 * Math.PI * 20 * n) / length));
    const window = windowSamples('blackmanHarris', length);
    const gain = window.reduce((sum, value) => sum + value, 0);
    const bandwidth = (window.reduce((sum, value) => sum + value ** 2, 0) / gain ** 2) * 1024;
    const covers = bandCovers(Float64Array.of(60, 100, 300, 340), 1, 513);
    const kernels = bandKernels(covers, 1024, length, (2 / gain) ** 2 / bandwidth);
    const db = levelsByCorrelation(sine, window, kernels, 0, 0, 1);
    expect(db[0]).toBeCloseTo(0, 3);
    // Harris 1978, table 1: the highest side lobe of this window is at -92 dB.
    expect(db[2]).toBeLessThan(-92);
  });

  it('are empty for bands without bins', () => {
    const covers = bandCovers(Float64Array.of(5, 5), 1, 513);
    expect(Array.from(bandKernels(covers, 1024, 9, 1))).toEqual(new Array(10).fill(0));
  });

  it('cost less than a long transform for short segments, more for many bands', () => {
    const transform = (size: number) => size * Math.log2(size);
    expect(correlationCost(240, 51)).toBeLessThan(transform(16384) / 5);
    expect(correlationCost(2040, 405)).toBeGreaterThan(transform(16384));
    expect(correlationCost(4080, 36)).toBeGreaterThan(transform(4096));
  });
});
