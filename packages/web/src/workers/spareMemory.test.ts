import { describe, expect, it } from 'vitest';
import { SpareMemory } from './spareMemory';

function setUp() {
  const made: number[] = [];
  const memory = new SpareMemory((bytes) => {
    made.push(bytes);
    return new ArrayBuffer(bytes);
  });
  return { memory, made };
}

describe('memory that is used again', () => {
  it('is as long as it was asked for, and made when none is spare', () => {
    const { memory, made } = setUp();
    const [first, second] = [memory.take(10), memory.take(10)];
    expect([first.length, second.length, first.buffer === second.buffer]).toEqual([10, 10, false]);
    expect(made).toEqual([40, 40]);
  });

  it('is given out once each time it has been given back, also for a little less', () => {
    const { memory, made } = setUp();
    const first = memory.take(10);
    memory.give(first.buffer);
    const again = memory.take(8);
    expect([again.length, again.buffer === first.buffer]).toEqual([8, true]);
    expect(memory.take(8).buffer).not.toBe(first.buffer);
    expect(made).toEqual([40, 32]);
  });

  it('does not serve what needs more, or far less', () => {
    const { memory, made } = setUp();
    memory.give(memory.take(10).buffer);
    memory.take(11);
    memory.take(4);
    expect(made).toEqual([40, 44, 16]);
    expect(memory.take(10).length).toBe(10);
    expect(made).toHaveLength(3);
  });

  it('of those that serve is the smallest', () => {
    const { memory } = setUp();
    const [large, small] = [memory.take(12), memory.take(10)];
    memory.give(small.buffer);
    memory.give(large.buffer);
    expect(memory.take(9).buffer).toBe(small.buffer);
  });

  it('is not kept for ever: what was given back long ago goes', () => {
    const { memory, made } = setUp();
    const [old, ...others] = [100, 10, 10, 10, 10].map((length) => memory.take(length));
    for (const table of [old!, ...others]) memory.give(table.buffer);
    memory.take(100);
    expect(made.at(-1)).toBe(400);
    for (let i = 0; i < 4; i++) memory.take(10);
    expect(made).toHaveLength(6);
  });
});
