import { expect, it } from 'vitest';
import { loudMoments } from './requests';

it('loud moments are those with the highest levels in sum, loudest first', () => {
  const table = { bands: 2, rate: 10, levels: Float32Array.of(0, 0.1, 0.9, 0.8, 1, 0, 0.5, 0.6) };
  expect(loudMoments(table, 2)).toEqual([0.1, 0.3]);
  expect(loudMoments(undefined, 5)).toEqual([0]);
});
