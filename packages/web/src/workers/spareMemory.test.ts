import { describe, expect, it } from 'vitest';
import { SpareMemory } from './spareMemory';

const million = 2 ** 20;

function setUp(max = 2) {
  const made: number[] = [];
  const memory = new SpareMemory(max, (bytes) => {
    made.push(bytes);
    return new ArrayBuffer(bytes);
  });
  return { memory, made };
}

describe('memory that is used again', () => {
  it('is as long as it was asked for, and made when none is spare', () => {
    const { memory, made } = setUp();
    const [first, second] = [memory.take(2 * million), memory.take(2 * million)];
    expect([first.length, second.length]).toEqual([2 * million, 2 * million]);
    expect(first.buffer).not.toBe(second.buffer);
    expect(made).toEqual([8 * million, 8 * million]);
  });

  it('is given out once each time it has been given back, also for a little less', () => {
    const { memory, made } = setUp();
    const first = memory.take(2 * million);
    memory.give(first.buffer);
    const again = memory.take(1.5 * million);
    expect([again.length, again.buffer === first.buffer]).toEqual([1.5 * million, true]);
    expect(memory.take(1.5 * million).buffer).not.toBe(first.buffer);
    expect(made).toEqual([8 * million, 6 * million]);
  });

  it.each([5, 1])('does not serve what needs more, or far less: then it goes', (millions) => {
    const { memory, made } = setUp();
    memory.give(memory.take(4 * million).buffer);
    memory.take(millions * million);
    expect(made).toEqual([16 * million, 4 * millions * million]);
    memory.take(4 * million);
    expect(made).toHaveLength(3);
  });

  it('stays where little is wanted meanwhile', () => {
    const { memory, made } = setUp();
    memory.give(memory.take(4 * million).buffer);
    memory.take(1000);
    memory.take(4 * million);
    expect(made).toEqual([16 * million, 4000]);
  });

  it('of those that serve is the smallest', () => {
    const { memory } = setUp();
    const [large, small] = [memory.take(3 * million), memory.take(2 * million)];
    memory.give(small.buffer);
    memory.give(large.buffer);
    expect(memory.take(1.6 * million).buffer).toBe(small.buffer);
  });

  it('is kept as long as there is not too much of it: what was given back first goes', () => {
    const { memory, made } = setUp();
    const tables = [4, 3, 2].map((millions) => memory.take(millions * million));
    for (const { buffer } of tables) memory.give(buffer);
    memory.take(2 * million);
    memory.take(3 * million);
    expect(made).toHaveLength(3);
    memory.take(4 * million);
    expect(made).toHaveLength(4);
  });

  it('is not kept where it is little: that does not take the place of what is much', () => {
    const { memory, made } = setUp(1);
    memory.give(memory.take(2 * million).buffer);
    memory.give(memory.take(1000).buffer);
    memory.take(2 * million);
    expect(made).toEqual([8 * million, 4000]);
    memory.take(1000);
    expect(made).toHaveLength(3);
  });
});
