import { expect, it } from 'vitest';
import { LastUsed } from './lastUsed';

it('keeps up to a number; what was used longest ago goes first', () => {
  const kept = new LastUsed<number>(2);
  kept.set('a', 1);
  kept.set('b', 2);
  expect(kept.get('a')).toBe(1);
  kept.set('c', 3);
  expect(kept.names()).toEqual(['a', 'c']);
  expect(kept.values()).toEqual([1, 3]);
  expect(kept.get('b')).toBeUndefined();
  // To look whether it is there is not to use it.
  expect(kept.has('a')).toBe(true);
  kept.set('d', 4);
  expect(kept.names()).toEqual(['c', 'd']);
});

it('has room for as many when one is set a second time', () => {
  const kept = new LastUsed<number>(2);
  for (const [name, value] of [
    ['a', 1],
    ['b', 2],
    ['b', 3],
  ] as const) {
    kept.set(name, value);
  }
  expect(kept.names()).toEqual(['a', 'b']);
  expect(kept.get('b')).toBe(3);
});

it('forgets what is taken out', () => {
  const kept = new LastUsed<number>(2);
  kept.set('a', 1);
  kept.delete('a');
  expect([kept.has('a'), kept.names()]).toEqual([false, []]);
});
