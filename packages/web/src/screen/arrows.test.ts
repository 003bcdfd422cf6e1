import { expect, it } from 'vitest';
import { arrowWay } from './arrows';

it('arrow keys point along the Screen, whose y grows downwards', () => {
  expect(arrowWay('ArrowUp')).toEqual([0, -1]);
  expect(arrowWay('ArrowRight')).toEqual([1, 0]);
  expect(arrowWay('Enter')).toBeUndefined();
});
