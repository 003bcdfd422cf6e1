import { describe, expect, it } from 'vitest';
import { binOrder, isTransformSize } from './transformTables';

describe('the order of bins', () => {
  it('reverses the digits to the base four, fours taking turns', () => {
    // Of sixteen, the first four holds bins 0, 4, 8, 12, the second 1, 5, 9, 13, and so on.
    const standing = (precision: 'single' | 'double') => {
      const bins: number[] = [];
      binOrder(16, precision).forEach((position, bin) => (bins[position] = bin));
      return bins;
    };
    expect(standing('single')).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15]);
    expect(standing('double')).toEqual([0, 1, 4, 5, 8, 9, 12, 13, 2, 3, 6, 7, 10, 11, 14, 15]);
  });

  it.each([16, 32, 64, 128, 1024, 2048, 32768])('of %i holds each once', (size) => {
    for (const precision of ['single', 'double'] as const) {
      const order = binOrder(size, precision);
      expect(new Set(order).size).toBe(size);
      expect(Math.max(...order)).toBe(size - 1);
    }
  });

  it('is there for powers of two from sixteen on', () =>
    expect([16, 32, 4096].every(isTransformSize)).toBe(true));
  it.each([0, 1, 8, 24, 100, -16, 16.5, NaN])('and not for %d', (size) =>
    expect(isTransformSize(size)).toBe(false),
  );
});
