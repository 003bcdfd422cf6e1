import { describe, expect, it } from 'vitest';
import { loudMoments, maxMoments } from './loudMoments';

describe('loud moments', () => {
  const table = { bands: 2, rate: 10, first: 0, levels: Float32Array.of(0, 0.1, 0.9, 0.8, 1, 0, 0.5, 0.6) };

  it('are those with the highest levels in sum, loudest first', () => {
    expect(loudMoments(table, 2)).toEqual([0.1, 0.3]);
    expect(loudMoments(table, 9)).toEqual([0.1, 0.3, 0.2, 0]);
  });

  it('are the start where there is no ear, or none of its bands', () => {
    expect(loudMoments(undefined, 5)).toEqual([0]);
    expect(loudMoments({ bands: 0, rate: 10, first: 0, levels: new Float32Array(0) }, 5)).toEqual([0]);
  });

  it('are counted from the start of the song, whatever moment comes first', () =>
    expect(loudMoments({ ...table, first: 40 }, 2)).toEqual([4.1, 4.3]));

  it('are found once for each table, and anew for another one of the same ear', () => {
    expect(loudMoments(table, 1)).toEqual([0.1]);
    table.levels.set([1, 1]);
    expect(loudMoments(table, 1)).toEqual([0.1]);
    expect(loudMoments({ ...table }, 1)).toEqual([0]);
  });

  it('are no more than can be looked at', () => {
    const long = {
      bands: 1,
      rate: 100,
      first: 0,
      levels: Float32Array.from({ length: 1000 }, (_, i) => i / 1000),
    };
    const moments = loudMoments(long, 1000);
    expect(moments).toHaveLength(maxMoments);
    expect(moments.slice(0, 2)).toEqual([9.99, 9.98]);
  });

  it('are near the loudest ones in a table of very many levels', () => {
    const [bands, moments] = [300, 30_000];
    const levels = new Float32Array(bands * moments);
    // Louder and softer, loudest a second of 100 moments at 120 s.
    for (let moment = 0; moment < moments; moment++) {
      const level = moment >= 12_000 && moment < 12_100 ? 0.9 : 0.5 + 0.2 * Math.sin(moment / 50);
      levels.fill(level, moment * bands, (moment + 1) * bands);
    }
    const times = loudMoments({ bands, rate: 100, first: 0, levels }, 20);
    expect(times).toHaveLength(20);
    for (const time of times) expect(Math.abs(time - 120.5)).toBeLessThanOrEqual(0.5);
  });
});
