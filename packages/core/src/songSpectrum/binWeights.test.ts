import { describe, expect, it } from 'vitest';
import { coverWeights, insideWeights, ramp, rampBins } from './binWeights';

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
