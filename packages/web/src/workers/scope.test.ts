import { expect, it } from 'vitest';
import { scopeOf } from './scope';

it('a scope counts each value of each colour, and how bright each column is', () => {
  // Two columns of two pixels: black and red; white and white.
  const pixels = Uint8ClampedArray.of(0, 0, 0, 255, 255, 255, 255, 255, 255, 0, 0, 255, 255, 255, 255, 255);
  const { histogram, waveform, columns, levels } = scopeOf(pixels, 2, 4);
  expect(histogram).toEqual([
    [0.25, 0, 0, 0.75],
    [0.5, 0, 0, 0.5],
    [0.5, 0, 0, 0.5],
  ]);
  expect(columns).toBe(2);
  const at = (level: number, column: number) => waveform[level * columns + column];
  expect([at(0, 0), at(Math.floor(0.2126 * levels), 0), at(levels - 1, 1)]).toEqual([0.5, 0.5, 1]);
});
