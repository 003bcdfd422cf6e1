import { describe, expect, it } from 'vitest';
import { putRows, putRowsBetween } from './putRows';

const target = (rows: number, width: number) => ({
  out: new Float32Array(2 + rows * width).fill(-1),
  offset: 2,
  width,
});

describe('rows of some bands', () => {
  it('go where their bands are, and nothing else changes', () => {
    const rows = Float32Array.of(1, 2, 3, 4);
    const all = target(2, 2);
    putRows(rows, [0, 1], 2, all);
    expect(Array.from(all.out)).toEqual([-1, -1, 1, 2, 3, 4]);
    const run = target(2, 4);
    putRows(rows, [1, 2], 2, run);
    expect(Array.from(run.out)).toEqual([-1, -1, -1, 1, 2, -1, -1, 3, 4, -1]);
    const apart = target(2, 4);
    putRows(rows, [0, 3], 2, apart);
    expect(Array.from(apart.out)).toEqual([-1, -1, 1, -1, -1, 2, 3, -1, -1, 4]);
  });

  it.each([
    [0, 9],
    [1, 5],
    [3, 6],
    [0, 1],
    [4, 1],
  ])(
    'that stand four moments apart are joined by straight lines: %i moments on, %i of them',
    (phase, count) => {
      // A line through the moments in one band, and a step in the other one.
      const rows = Float32Array.of(0, 10, 4, 10, 8, 50);
      const put = target(count, 3);
      putRowsBetween(rows, [0, 2], count, put, 4, phase);
      for (let i = 0; i < count; i++) {
        const moment = phase + i;
        const step = moment <= 4 ? 10 : 10 + 10 * (moment - 4);
        expect(Array.from(put.out.subarray(2 + 3 * i, 5 + 3 * i))).toEqual([moment, -1, step]);
      }
    },
  );

  it('need no row after the last moment', () => {
    const put = target(1, 1);
    putRowsBetween(Float32Array.of(7), [0], 1, put, 8, 0);
    expect(put.out[2]).toBe(7);
  });
});
