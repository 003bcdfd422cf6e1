// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="../types/fourier-transform.d.ts" />
import { fft as otherFft } from 'fourier-transform';
import { describe, expect, it } from 'vitest';
import { noise } from '../testing';
import { createFft, createInverseFft } from './fft';

const sizes = [4, 8, 64, 512, 4096];

/** Transform of complex values given by their parts: [real, imaginary]. */
function transformOf(real: ArrayLike<number>, imaginary?: ArrayLike<number>): [number[], number[]] {
  const fft = createFft(real.length);
  for (let n = 0; n < real.length; n++) {
    fft.input[2 * n] = real[n]!;
    fft.input[2 * n + 1] = imaginary?.[n] ?? 0;
  }
  fft.transform();
  const part = (offset: 0 | 1) => Array.from({ length: real.length }, (_, k) => fft.output[2 * k + offset]!);
  return [part(0), part(1)];
}

describe('the transform', () => {
  it.each([4, 16, 64, 256])('of %i values agrees with the definition', (size) => {
    const x = noise(size);
    const y = noise(size, 9);
    const [real, imaginary] = transformOf(x, y);
    for (let k = 0; k < size; k++) {
      let re = 0;
      let im = 0;
      for (let n = 0; n < size; n++) {
        const cos = Math.cos((2 * Math.PI * k * n) / size);
        const sin = Math.sin((2 * Math.PI * k * n) / size);
        re += x[n]! * cos + y[n]! * sin;
        im += y[n]! * cos - x[n]! * sin;
      }
      expect(real[k]).toBeCloseTo(re, 10);
      expect(imaginary[k]).toBeCloseTo(im, 10);
    }
  });

  it.each(sizes)('of %i real samples agrees with the package fourier-transform', (size) => {
    const x = Float64Array.from(noise(size, 7));
    const [real, imaginary] = transformOf(x);
    const [otherReal, otherImaginary] = otherFft(x);
    for (let k = 0; k <= size / 2; k++) {
      expect(real[k]).toBeCloseTo(otherReal[k]!, 9);
      expect(imaginary[k]).toBeCloseTo(otherImaginary[k]!, 9);
    }
  });

  it.each(sizes)('of %i samples keeps the energy (Parseval)', (size) => {
    const x = noise(size, 3);
    const [real, imaginary] = transformOf(x);
    const energy = x.reduce((sum, value) => sum + value * value, 0);
    const spectral = real.reduce((sum, value, k) => sum + value ** 2 + imaginary[k]! ** 2, 0);
    expect(spectral / size).toBeCloseTo(energy, 8);
  });

  it('knows a delta, a constant and a cosine', () => {
    const delta = new Float64Array(64);
    delta[0] = 1;
    expect(transformOf(delta)[0].every((value) => Math.abs(value - 1) < 1e-12)).toBe(true);
    const [constant] = transformOf(new Float64Array(64).fill(1));
    expect(constant[0]).toBeCloseTo(64, 12);
    expect(Math.max(...constant.slice(1).map(Math.abs))).toBeLessThan(1e-12);
    const cosine = Float64Array.from({ length: 64 }, (_, n) => Math.cos((2 * Math.PI * 5 * n) / 64));
    expect(transformOf(cosine)[0][5]).toBeCloseTo(32, 12);
  });

  it.each(sizes)('of %i values is undone by the inverse', (size) => {
    const x = noise(size, 5);
    const [real, imaginary] = transformOf(x);
    const back = createInverseFft(size);
    for (let k = 0; k < size; k++) {
      back.input[2 * k] = real[k]!;
      back.input[2 * k + 1] = imaginary[k]!;
    }
    back.transform();
    for (let n = 0; n < size; n++) {
      expect(back.output[2 * n]).toBeCloseTo(x[n]!, 10);
      expect(back.output[2 * n + 1]).toBeCloseTo(0, 10);
    }
  });

  it('does not disturb its input, nor another transform of the same size', () => {
    const a = createFft(64);
    const b = createFft(64);
    noise(128).forEach((value, i) => (a.input[i] = value));
    const before = a.input.slice();
    a.transform();
    const first = a.output[3];
    b.transform();
    expect(a.output[3]).toBe(first);
    expect(a.input).toEqual(before);
  });

  it.each([0, 3, 100, 2, -8, 1.5])('refuses the size %d', (size) => {
    expect(() => createFft(size)).toThrow(RangeError);
  });
});
