import { describe, expect, it } from 'vitest';
import { featureRate, featuresOf, findChanges, namesOf } from './novelty';

/** Rows of two bands: which of both sounds changes at the times given. */
function rowsOf(seconds: number, changes: readonly number[]): Float32Array {
  const rows = new Float32Array(2 * 60 * seconds);
  for (let n = 0; n < 60 * seconds; n++) {
    const part = changes.filter((time) => n / 60 >= time).length % 2;
    // A little unrest of its own.
    rows[2 * n] = (part === 0 ? -20 : -50) + Math.sin(n);
    rows[2 * n + 1] = (part === 0 ? -50 : -20) + Math.cos(1.7 * n);
  }
  return rows;
}

const heard = (rows: Float32Array) => featuresOf(rows, 2, 60, featureRate);

describe('changes of the sound', () => {
  it('are found where they are, within a quarter of a second', () => {
    const found = findChanges(heard(rowsOf(60, [12, 31.5, 45])));
    expect(found).toHaveLength(3);
    [12, 31.5, 45].forEach((time, i) => expect(Math.abs(found[i]!.time - time)).toBeLessThanOrEqual(0.251));
  });

  it('are none where nothing changes', () => expect(findChanges(heard(rowsOf(40, [])))).toEqual([]));

  it('parts that sound alike have the same letter', () => {
    const rows = rowsOf(60, [12, 31.5, 45]);
    expect(namesOf(heard(rows), [0, 12, 31.5, 45, 60])).toEqual(['A', 'B', 'A', 'B']);
  });
});
