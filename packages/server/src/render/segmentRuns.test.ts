import { describe, expect, it } from 'vitest';
import { takeNext } from './segmentRuns';

const pieces = (...indices: number[]) => indices.map((index) => ({ index }));
const upTo = (count: number) => pieces(...Array.from({ length: count }, (_, index) => index));

describe('the piece of a render that a thread draws next', () => {
  it('is the first one for who comes first, the middle of what is left for others', () => {
    const waiting = upTo(16);
    expect(takeNext(waiting, undefined)?.index).toBe(0);
    expect(takeNext(waiting, undefined)?.index).toBe(8);
    // Of 1 to 7 and 9 to 15 both are as long.
    expect(takeNext(waiting, undefined)?.index).toBe(4);
    expect(takeNext(waiting, undefined)?.index).toBe(12);
  });

  it('is the one after that which it has drawn, as long as nobody has that', () => {
    const waiting = upTo(16);
    takeNext(waiting, undefined);
    expect(takeNext(waiting, 0)?.index).toBe(1);
    expect(takeNext(waiting, 7)?.index).toBe(8);
    expect(takeNext(waiting, 1)?.index).toBe(2);
    // 8 is being drawn: the longest run is 9 to 15.
    expect(takeNext(waiting, 7)?.index).toBe(12);
  });

  it('is each of them once, whoever asks', () => {
    for (const threads of [1, 2, 3, 5]) {
      const waiting = pieces(0, 1, 2, 5, 6, 7, 8, 13, 20, 21);
      const all = waiting.map(({ index }) => index);
      const last: (number | undefined)[] = Array.from({ length: threads });
      const drawn: number[] = [];
      for (let turn = 0; waiting.length > 0; turn++) {
        const thread = (turn * 7 + (turn >> 1)) % threads;
        last[thread] = takeNext(waiting, last[thread])!.index;
        drawn.push(last[thread]);
      }
      expect(drawn.sort((a, b) => a - b)).toEqual(all);
    }
    expect(takeNext([], 3)).toBeUndefined();
  });

  it('makes runs: two threads change to another place a few times only', () => {
    const waiting = upTo(40);
    const last: (number | undefined)[] = [undefined, undefined];
    let jumps = 0;
    for (let turn = 0; waiting.length > 0; turn++) {
      const before = last[turn % 2];
      last[turn % 2] = takeNext(waiting, before)!.index;
      if (last[turn % 2] !== (before ?? -2) + 1) jumps++;
    }
    expect(jumps).toBeLessThan(8);
  });
});
