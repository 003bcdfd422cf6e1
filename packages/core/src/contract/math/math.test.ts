import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { mathBits } from '../../bits/mathBits';
import * as math from './math';

/** Arguments over the whole range that matters, near zero and far from it. */
const values = Array.from({ length: 4001 }, (_, i) => {
  const x = (i - 2000) / 2000;
  return x * 10 ** (3 * Math.abs(x));
});
const shares = values.map((x) => x / 1000);

/** The largest difference, relative to 1 or to the value where that is larger. */
const worst = (own: (x: number) => number, expected: (x: number) => number, all: readonly number[]) =>
  all.reduce((max, x) => {
    const [a, b] = [own(x), expected(x)];
    return Number.isFinite(b) ? Math.max(max, Math.abs(a - b) / Math.max(1, Math.abs(b))) : max;
  }, 0);

describe('functions of mathematics', () => {
  // Against the functions of the language, which are within a unit in the last place here (V8 uses those of fdlibm).
  it.each([
    ['sin', math.sin, Math.sin, values],
    ['cos', math.cos, Math.cos, values],
    ['asin', math.asin, Math.asin, shares],
    ['acos', math.acos, Math.acos, shares],
    ['atan', math.atan, Math.atan, values],
    ['exp', math.exp, Math.exp, values.map((x) => x / 20)],
    ['log', math.log, Math.log, values.map(Math.abs)],
    ['log2', math.log2, Math.log2, values.map(Math.abs)],
    ['log10', math.log10, Math.log10, values.map(Math.abs)],
    ['sinh', math.sinh, Math.sinh, values.map((x) => x / 100)],
    ['cosh', math.cosh, Math.cosh, values.map((x) => x / 100)],
  ] as const)('%s is within 1e-15 of the definition', (_name, own, expected, all) => {
    expect(worst(own, expected, all)).toBeLessThan(1e-15);
  });

  it('tan and pow are within 4e-15, atan2 in every quadrant', () => {
    expect(
      worst(
        math.tan,
        Math.tan,
        values.map((x) => x / 700),
      ),
    ).toBeLessThan(4e-15);
    expect(
      worst(
        (x) => math.pow(Math.abs(x) + 0.1, 1.7),
        (x) => (Math.abs(x) + 0.1) ** 1.7,
        values,
      ),
    ).toBeLessThan(4e-15);
    for (const [y, x] of [
      [1, 2],
      [1, -2],
      [-1, -2],
      [-1, 2],
      [0, -1],
    ] as const)
      expect(math.atan2(y, x)).toBeCloseTo(Math.atan2(y, x), 15);
  });

  it('logarithms of powers of two and ten are whole numbers', () => {
    for (let n = -40; n <= 40; n++) {
      expect(math.log2(2 ** n)).toBe(n);
      if (Math.abs(n) <= 20) expect(math.log10(Number(`1e${n}`))).toBe(n);
    }
    expect(math.square(-1.5)).toBe(2.25);
  });

  it('sines and cosines lie on the circle, exponentials add up', () => {
    for (const x of values.slice(0, 200)) expect(math.sin(x) ** 2 + math.cos(x) ** 2).toBeCloseTo(1, 15);
    expect(math.exp(1) * math.exp(2)).toBeCloseTo(math.exp(3), 12);
  });

  it('give the same bits everywhere: those that are kept here are what a browser has to find, too', () => {
    const hash = createHash('sha256').update(new Uint8Array(mathBits().buffer)).digest('hex').slice(0, 16);
    expect(hash).toBe(mathBitsHash);
  });
});

/** Of {@link mathBits}; an end-to-end test compares Chromium with the same. */
export const mathBitsHash = '360fe5673720db33';
