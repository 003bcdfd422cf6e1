import { expect, it } from 'vitest';
import { neighbours } from './neighbours';

it('finds which bands are neighbours', () => {
  expect(neighbours([])).toEqual([]);
  expect(neighbours([4, 5, 6])).toEqual([{ band: 4, at: 0, length: 3 }]);
  expect(neighbours([0, 2, 3, 7])).toEqual([
    { band: 0, at: 0, length: 1 },
    { band: 2, at: 1, length: 2 },
    { band: 7, at: 3, length: 1 },
  ]);
});
