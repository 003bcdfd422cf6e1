import { expect, it } from 'vitest';
import { align } from './align';

it('addresses are aligned beyond 31 bits, too: a picture of 8192 x 8192 with margins takes more', () => {
  expect([0, 1, 15, 16, 17].map(align)).toEqual([0, 16, 16, 16, 32]);
  const side = 8192 + 2 * 256;
  // Pixels of a canvas in 8 bits, twice as many in 16, as PassBuffer lays them out.
  const end = align(4 * side * side) + 2 * align(8 * side * side) + 5;
  expect(end).toBeGreaterThan(2 ** 30);
  expect(align(4 * 8 * side * side + 1)).toBe(4 * 8 * side * side + 16);
  expect(4 * 8 * side * side).toBeGreaterThan(2 ** 31);
});
