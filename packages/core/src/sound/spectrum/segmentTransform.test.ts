// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../types/fourier-transform.d.ts" />
import { fft as otherFft } from 'fourier-transform';
import { describe, expect, it } from 'vitest';
import { noise, referenceTransform } from '../../testing';
import { loadSegments } from './segmentTransform';
import { windowSamples } from './windows';

const ones = (length: number) => new Float64Array(length).fill(1);

/** Powers |X[k]|^2 of a segment, by the definition. */
function powersByDefinition(segment: ArrayLike<number>, size: number): number[] {
  return Array.from({ length: size / 2 + 1 }, (_, k) => {
    let re = 0;
    let im = 0;
    for (let n = 0; n < segment.length; n++) {
      re += segment[n]! * Math.cos((2 * Math.PI * k * n) / size);
      im -= segment[n]! * Math.sin((2 * Math.PI * k * n) / size);
    }
    return re * re + im * im;
  });
}

/** Largest difference, as a share of the largest value. */
function worst(values: ArrayLike<number>, expected: ArrayLike<number>): number {
  const max = Math.max(...Array.from(expected));
  return Math.max(...Array.from(expected, (value, k) => Math.abs(values[k]! - value))) / max;
}

describe('powers of segments', () => {
  it.each([16, 32, 64, 128, 256])('of %i samples agree with the definition', (size) => {
    const samples = noise(2 * size, size);
    const loaded = loadSegments(samples, ones(size), size, 0, size / 2, 1);
    loaded.transform(0, size);
    expect(worst(loaded.powerA, powersByDefinition(samples.subarray(0, size), size))).toBeLessThan(1e-13);
    expect(worst(loaded.powerB, powersByDefinition(samples.subarray(size), size))).toBeLessThan(1e-13);
  });

  it.each([512, 1024, 2048, 4096, 8192, 16384, 32768])(
    'of %i agree with the packages fft.js and fourier-transform',
    (size) => {
      const samples = noise(size, 5);
      const loaded = loadSegments(samples, ones(size), size, 0, size / 2, 1);
      loaded.transform(0, undefined);
      const bins = Array.from({ length: size / 2 + 1 }, (_, k) => k);
      const [oneReal, oneImaginary] = referenceTransform(samples);
      const one = bins.map((k) => oneReal[k]! ** 2 + oneImaginary[k]! ** 2);
      expect(worst(loaded.powerA, one)).toBeLessThan(1e-13);
      const [real, imaginary] = otherFft(Float64Array.from(samples));
      expect(
        worst(
          loaded.powerA,
          bins.map((k) => real[k]! ** 2 + imaginary[k]! ** 2),
        ),
      ).toBeLessThan(1e-13);
      // Parseval's theorem: the power of the samples, each bin but the outermost standing for two.
      const total = bins.reduce((sum, k) => sum + loaded.powerA[k]! * (k === 0 || k === size / 2 ? 1 : 2), 0);
      const energy = samples.reduce((sum, value) => sum + value * value, 0);
      expect(total / size / energy).toBeCloseTo(1, 10);
    },
  );

  it('go through the window, padded with zeros, times the scale', () => {
    const samples = noise(500, 3);
    const window = windowSamples('hann', 255);
    const loaded = loadSegments(samples, window, 1024, 0, 512, 0.25);
    loaded.transform(40, 77);
    const windowed = (start: number) => Array.from(window, (w, n) => w * samples[start + n]!);
    const expected = (start: number) => powersByDefinition(windowed(start), 1024).map((power) => power / 4);
    expect(worst(loaded.powerA, expected(40))).toBeLessThan(1e-13);
    expect(worst(loaded.powerB, expected(77))).toBeLessThan(1e-13);
  });

  it.each([-300, -100, -1, 0, 1, 373, 374, 499, 500, 900])(
    'take what lies beyond the signal for silence: a segment from %i on',
    (start) => {
      const samples = noise(500, 4);
      const loaded = loadSegments(samples, ones(127), 128, 0, 64, 1);
      loaded.transform(start, 100);
      const segment = Array.from({ length: 127 }, (_, n) => samples[start + n] ?? 0);
      const expected = powersByDefinition(segment, 128);
      expected.forEach((power, k) => expect(loaded.powerA[k]).toBeCloseTo(power, 9));
      // The other one is not touched by it.
      const other = powersByDefinition(samples.subarray(100, 227), 128);
      expect(worst(loaded.powerB, other)).toBeLessThan(1e-13);
    },
  );

  it('are the same whatever was transformed before, in a memory that grows', () => {
    const samples = noise(4096, 8);
    const first = loadSegments(samples, ones(4096), 4096, 0, 2048, 1);
    first.transform(0, undefined);
    const kept = first.powerA.slice();
    loadSegments(noise(3_000_000, 2), ones(32768), 32768, 0, 16384, 1).transform(5, 9);
    const again = loadSegments(samples, ones(4096), 4096, 0, 2048, 1);
    again.transform(0, undefined);
    expect(again.powerA).toEqual(kept);
  });

  it.each([0, 3, 8, 6, 100, 4095, -16, 2.5])('cannot be had by a transform of %d', (size) =>
    expect(() => loadSegments(noise(10), ones(2), size, 0, 1, 1)).toThrow(RangeError),
  );
  it('cannot be had of segments that are longer than the transform', () =>
    expect(() => loadSegments(noise(99), ones(65), 64, 0, 1, 1)).toThrow(RangeError));
});
