import FFT from 'fft.js';
import { describe, expect, it } from 'vitest';
import { noise } from '../testing';
import { createRealFft } from './fft';

const sizes = [4, 8, 64, 512, 4096];

describe('transform of a real signal', () => {
  it.each([4, 16, 64, 256])('of %i samples agrees with the definition', (size) => {
    const x = Float64Array.from(noise(size));
    const fft = createRealFft(size);
    fft.transform(x);
    for (let k = 0; k <= size / 2; k++) {
      let re = 0;
      let im = 0;
      for (let n = 0; n < size; n++) {
        re += x[n]! * Math.cos((2 * Math.PI * k * n) / size);
        im -= x[n]! * Math.sin((2 * Math.PI * k * n) / size);
      }
      expect(fft.real[k]).toBeCloseTo(re, 10);
      expect(fft.imaginary[k]).toBeCloseTo(im, 10);
    }
  });

  it.each(sizes)('of %i samples agrees with the package fft.js', (size) => {
    const x = Float64Array.from(noise(size, 7));
    const fft = createRealFft(size);
    fft.transform(x);
    const other = new FFT(size);
    const out = other.createComplexArray();
    other.realTransform(out, Array.from(x));
    for (let k = 0; k <= size / 2; k++) {
      expect(fft.real[k]).toBeCloseTo(out[2 * k]!, 9);
      expect(fft.imaginary[k]).toBeCloseTo(out[2 * k + 1]!, 9);
    }
  });

  it.each(sizes)('of %i samples keeps the energy (Parseval)', (size) => {
    const x = Float64Array.from(noise(size, 3));
    const fft = createRealFft(size);
    fft.transform(x);
    const energy = x.reduce((sum, value) => sum + value * value, 0);
    let spectral = 0;
    for (let k = 0; k <= size / 2; k++) {
      const both = k === 0 || k === size / 2 ? 1 : 2;
      spectral += both * (fft.real[k]! ** 2 + fft.imaginary[k]! ** 2);
    }
    expect(spectral / size).toBeCloseTo(energy, 8);
  });

  it('knows a delta, a constant and a cosine', () => {
    const fft = createRealFft(64);
    const delta = new Float64Array(64);
    delta[0] = 1;
    fft.transform(delta);
    expect(fft.real.every((value) => Math.abs(value - 1) < 1e-12)).toBe(true);
    fft.transform(new Float64Array(64).fill(1));
    expect(fft.real[0]).toBeCloseTo(64, 12);
    expect(Math.max(...fft.real.subarray(1).map(Math.abs))).toBeLessThan(1e-12);
    fft.transform(Float64Array.from({ length: 64 }, (_, n) => Math.cos((2 * Math.PI * 5 * n) / 64)));
    expect(fft.real[5]).toBeCloseTo(32, 12);
  });

  it('does not disturb its input, nor another transform of the same size', () => {
    const x = Float64Array.from(noise(64));
    const before = x.slice();
    const a = createRealFft(64);
    const b = createRealFft(64);
    a.transform(x);
    const first = a.real[3];
    b.transform(new Float64Array(64));
    expect(a.real[3]).toBe(first);
    expect(x).toEqual(before);
  });

  it.each([0, 3, 100, 2, -8, 1.5])('refuses the size %d', (size) => {
    expect(() => createRealFft(size)).toThrow(RangeError);
  });

  it('refuses input of another length', () => {
    expect(() => createRealFft(8).transform(new Float64Array(9))).toThrow('8 samples');
  });
});
