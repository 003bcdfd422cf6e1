import { describe, expect, it } from 'vitest';
import { align, floatsAt, scratch } from '../signal/signalEngine';
import { putRows } from './putRows';

/** Rows put among `count` rows of `width` values, of which each was -1. */
function put(
  rows: number[],
  bands: number[],
  { count, width, every = 1, phase = 0 }: { count: number; width: number; every?: number; phase?: number },
): number[] {
  const from = scratch();
  const at = align(from + 4 * rows.length);
  // The one value before and after them is not theirs.
  floatsAt(at, count * width + 2).fill(-1);
  floatsAt(from, rows.length).set(rows);
  putRows(from, bands, count, { at: at + 4, width }, every, phase);
  const all = Array.from(floatsAt(at, count * width + 2));
  expect([all[0], all.at(-1)]).toEqual([-1, -1]);
  return all.slice(1, -1);
}

describe('rows of some bands', () => {
  it('go where their bands are, and nothing else changes', () => {
    const rows = [1, 2, 3, 4];
    expect(put(rows, [0, 1], { count: 2, width: 2 })).toEqual([1, 2, 3, 4]);
    expect(put(rows, [1, 2], { count: 2, width: 4 })).toEqual([-1, 1, 2, -1, -1, 3, 4, -1]);
    expect(put(rows, [0, 3], { count: 2, width: 4 })).toEqual([1, -1, -1, 2, 3, -1, -1, 4]);
  });

  it.each([
    [0, 9],
    [1, 5],
    [3, 6],
    [0, 1],
  ])(
    'that stand four moments apart are joined by straight lines: %i moments on, %i of them',
    (phase, count) => {
      // A line through the moments in one band, and a step in the other one.
      const rows = [0, 10, 4, 10, 8, 50];
      const all = put(rows, [0, 2], { count, width: 3, every: 4, phase });
      for (let i = 0; i < count; i++) {
        const moment = phase + i;
        const step = moment <= 4 ? 10 : 10 + 10 * (moment - 4);
        expect(all.slice(3 * i, 3 * i + 3)).toEqual([moment, -1, step]);
      }
    },
  );

  it.each([1, 3, 4, 5, 8, 11])('of %i neighbours are joined, and what is beside them stays', (length) => {
    const bands = Array.from({ length }, (_, i) => 2 + i);
    const rows = [...bands.map((band) => 16 * band), ...bands.map((band) => 48 * band)];
    const all = put(rows, bands, { count: 5, width: length + 3, every: 4 });
    for (let i = 0; i < 5; i++) {
      const row = all.slice(i * (length + 3), (i + 1) * (length + 3));
      expect(row).toEqual([-1, -1, ...bands.map((band) => (16 + 8 * i) * band), -1]);
    }
  });

  it('need no row after the last moment', () =>
    expect(put([7], [0], { count: 1, width: 1, every: 8 })).toEqual([7]));
});
