import { describe, expect, it } from 'vitest';
import { noise, referenceTransform } from '../../testing';
import { halve, halvingFilter, halvingMargin, loweringMargin } from './halve';

/** Every so many-th value of the convolution of a signal and a filter of odd length. */
function convolved(samples: Float32Array, filter: Float64Array, step: number): number[] {
  const half = (filter.length - 1) / 2;
  return Array.from({ length: Math.ceil(samples.length / step) }, (_, j) =>
    filter.reduce((sum, tap, k) => sum + tap * (samples[j * step + k - half] ?? 0), 0),
  );
}

/**
 * The filter that makes a copy at a rate so many times lower at once: that of all halvings together.
 */
function loweringFilter(decimation: number): Float64Array {
  const halving = halvingFilter();
  let whole = Float64Array.of(1);
  for (let step = 1; step < decimation; step *= 2) {
    const longer = new Float64Array(whole.length + 2 * halvingMargin * step);
    halving.forEach((value, k) => whole.forEach((other, i) => (longer[i + k * step]! += value * other)));
    whole = longer;
  }
  return whole;
}

describe('a signal at half its rate', () => {
  it.each([1, 2, 7, 8, 9, 13, 16, 27, 28, 3000, 3001, 3002, 3003])(
    'is the convolution with the filter, every other sample: of %i samples',
    (length) => {
      const samples = noise(length, length);
      const out = halve(samples);
      const expected = convolved(samples, halvingFilter(), 2);
      expect(out).toHaveLength(expected.length);
      // In floats.
      expected.forEach((value, j) => expect(Math.abs(out[j]! - value)).toBeLessThan(5e-7));
    },
  );

  it('is nothing where there is nothing', () => expect(halve(new Float32Array(0))).toHaveLength(0));

  it('is the same whatever stood in memory before', () => {
    const samples = noise(1001, 3);
    const first = halve(samples);
    halve(noise(5000, 4).fill(NaN));
    expect(halve(samples)).toEqual(first);
  });
});

describe('the filter', () => {
  const gains = (filter: Float64Array) => {
    const [re, im] = referenceTransform(
      Array.from({ length: 8192 }, (_, n) => filter[n] ?? 0),
      new Float64Array(8192),
    );
    return Array.from({ length: 4097 }, (_, k) => Math.hypot(re[k]!, im[k]!));
  };
  const decibels = (gain: number) => 20 * Math.log10(gain);

  // As many as assembly/halve.ts sums and assembly/cut.ts reckons with.
  it('reaches thirteen samples', () => expect(halvingMargin).toBe(13));

  it('of a halving has its middle at a quarter of the rate, and every other value 0', () => {
    const filter = halvingFilter();
    expect(filter.reduce((sum, value) => sum + value, 0)).toBeCloseTo(1, 12);
    expect(gains(filter)[2048]).toBeCloseTo(0.5, 4);
    filter.forEach((value, i) => {
      const away = Math.abs(i - halvingMargin);
      if (away > 0 && away % 2 === 0) expect(value).toBe(0);
      else expect(value).not.toBe(0);
    });
  });

  it.each([2, 4, 8, 16, 32])(
    'of a rate %i times lower passes a quarter of it, and what folds back there is 98.5 dB down',
    (decimation) => {
      const filter = loweringFilter(decimation);
      expect(filter).toHaveLength(2 * loweringMargin(decimation) + 1);
      const all = gains(filter);
      const rate = 8192 / decimation;
      for (let k = 0; k <= rate / 4; k++) expect(Math.abs(decibels(all[k]!))).toBeLessThan(1e-3);
      for (let image = 1; image <= decimation / 2; image++) {
        for (let k = image * rate - rate / 4; k <= Math.min(image * rate + rate / 4, 4096); k++) {
          expect(decibels(all[k]!)).toBeLessThan(-98.5);
        }
      }
    },
  );

  it.each([2, 4, 8, 16, 32])('of %i does at once what halvings do one after the other', (decimation) => {
    const samples = noise(6000, decimation);
    let lowered = samples;
    for (let step = 1; step < decimation; step *= 2) lowered = halve(lowered);
    const expected = convolved(samples, loweringFilter(decimation), decimation);
    expect(lowered).toHaveLength(expected.length);
    // Near the ends, halvings leave out what earlier ones have made beyond them.
    const inner = Math.ceil(loweringMargin(decimation) / decimation);
    for (let j = inner; j < expected.length - inner; j++) {
      expect(Math.abs(lowered[j]! - expected[j]!)).toBeLessThan(1e-6);
    }
  });
});
