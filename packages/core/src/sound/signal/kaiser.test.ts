import { describe, expect, it } from 'vitest';
import { bessel0, kaiser, kaiserBeta, kaiserOrder, sinc } from './kaiser';

describe("Kaiser's window", () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions, table 9.8 gives exp(-x) I0(x) (from memory).
  it.each([
    [0, 1],
    [1, 0.4657596077],
    [2, 0.3085083225],
    [5, 0.1835408126],
    [10, 0.1278333372],
  ])('has the Bessel function of the handbook: at %d', (x, expected) =>
    expect(bessel0(x) * Math.exp(-x)).toBeCloseTo(expected, 9),
  );

  it('is one in the middle, falls to both sides alike, and is nothing beyond', () => {
    const beta = kaiserBeta(80);
    expect(kaiser(0, beta)).toBe(1);
    expect(kaiser(0.4, beta)).toBe(kaiser(-0.4, beta));
    expect(kaiser(0.4, beta)).toBeGreaterThan(kaiser(0.5, beta));
    expect(kaiser(1, beta)).toBeCloseTo(1 / bessel0(beta), 12);
    expect(kaiser(1.001, beta)).toBe(0);
  });

  it.each([60, 80, 100, 120])('damps a low-pass of the order that it asks for by %i dB', (damping) => {
    // Half band: passes to 0.2, stops from 0.3 of the sample rate.
    const half = Math.ceil(kaiserOrder(damping, 0.1 * 2 * Math.PI) / 2);
    const beta = kaiserBeta(damping);
    const at = (frequency: number) => {
      let sum = 0;
      for (let n = -half; n <= half; n++) {
        sum += 0.5 * sinc(n / 2) * kaiser(n / half, beta) * Math.cos(2 * Math.PI * frequency * n);
      }
      return sum;
    };
    let max = 0;
    for (let frequency = 0.3; frequency <= 0.5; frequency += 0.0005) {
      max = Math.max(max, Math.abs(at(frequency)), Math.abs(1 - at(0.5 - frequency)));
    }
    // The formula is an estimate (common practice): within a decibel.
    expect(20 * Math.log10(max)).toBeLessThan(1 - damping);
    expect(20 * Math.log10(max)).toBeGreaterThan(-damping - 6);
  });
});
