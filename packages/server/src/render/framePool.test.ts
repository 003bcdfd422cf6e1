import { expect, it } from 'vitest';
import { FramePool } from './framePool';

it('frames are copied into memory that is used again once they are through', () => {
  const pool = new FramePool();
  const frame = Uint8Array.of(1, 2, 3);
  const first = pool.take(frame);
  frame.fill(9);
  expect([...first]).toEqual([1, 2, 3]);
  // Both are on their way.
  const second = pool.take(frame);
  expect(second.buffer).not.toBe(first.buffer);
  pool.give(first);
  expect(pool.take(Uint8Array.of(4, 5, 6))).toBe(first);
  expect([...first]).toEqual([4, 5, 6]);
  // Another size has memory of its own.
  pool.give(second);
  expect(pool.take(Uint8Array.of(1, 2)).length).toBe(2);
});
