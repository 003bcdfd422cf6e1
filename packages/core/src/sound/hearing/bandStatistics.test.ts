import { describe, expect, it } from 'vitest';
import { powerToDb, silenceDb } from '../spectrum/bands';
import { noise } from '../../testing';
import { bandStatistics } from './bandStatistics';

const floorDb = -60;

/** The same by sorting all levels. */
function plain(db: Float32Array, bands: number, analysed: Uint8Array, band: number) {
  const levels = Array.from(analysed.keys())
    .filter((moment) => analysed[moment])
    .map((moment) => db[moment * bands + band]!)
    .sort((a, b) => a - b);
  const power = levels.reduce((sum, level) => sum + 10 ** (level / 10), 0) / levels.length;
  const at = (percent: number) => levels[Math.round((percent / 100) * (levels.length - 1))]!;
  return { meanDb: powerToDb(power), loudDb: at(95), silent: at(99.5) <= floorDb };
}

describe('what bands do over a song', () => {
  const [bands, moments] = [35, 4000];
  const random = noise(bands * moments, 21);
  // Each band ten decibels lower than the one before it in turn, with silence now and then.
  const db = random.map((value, i) => (i % 97 === 0 ? silenceDb : -20 - 10 * (i % 7) + 15 * value));
  const analysed = Uint8Array.from({ length: moments }, (_, moment) => (moment % 1000 < 800 ? 1 : 0));
  const gains = new Float64Array(bands);
  const all = bandStatistics(db, bands, analysed, [0, bands], gains, floorDb);

  it('is the mean of its power and the level it is below for 95 % of the time, to hundredths', () => {
    expect(all).toHaveLength(bands);
    all.forEach(({ meanDb, loudDb, silent }, band) => {
      const expected = plain(db, bands, analysed, band);
      expect(Math.abs(meanDb - expected.meanDb)).toBeLessThan(0.01);
      expect(Math.abs(loudDb - expected.loudDb)).toBeLessThan(0.06);
      expect(silent).toBe(expected.silent);
    });
    expect(new Set(all.map(({ silent }) => silent)).size).toBe(2);
  });

  it('is the same of some bands only, wherever they begin', () => {
    expect(bandStatistics(db, bands, analysed, [5, 24], gains, floorDb)).toEqual(all.slice(5, 24));
    expect(bandStatistics(db, bands, analysed, [34, 35], gains, floorDb)).toEqual(all.slice(34));
  });

  it('takes gains into account where it is compared with the floor', () => {
    const quiet = all.findIndex(({ silent }) => silent);
    const raised = bandStatistics(db, bands, analysed, [quiet, quiet + 1], gains.fill(40), floorDb);
    gains.fill(0);
    expect(raised[0]!.silent).toBe(false);
    expect(raised[0]!.loudDb).toBe(all[quiet]!.loudDb);
  });

  it('is silence where there is none, and where nothing has been heard', () => {
    const nothing = { meanDb: silenceDb, loudDb: silenceDb, silent: true };
    const silence = new Float32Array(20).fill(silenceDb);
    expect(bandStatistics(silence, 2, new Uint8Array(10).fill(1), [0, 2], [0, 0], -90)).toEqual([
      nothing,
      nothing,
    ]);
    expect(bandStatistics(new Float32Array(20), 2, new Uint8Array(10), [0, 2], [0, 0], -90)).toEqual([
      nothing,
      nothing,
    ]);
  });

  it('is found from some of very many moments', () => {
    const long = noise(200_000, 2).map((value) => -30 + 10 * value);
    const [found] = bandStatistics(long, 1, new Uint8Array(200_000).fill(1), [0, 1], [0], floorDb);
    const expected = plain(long, 1, new Uint8Array(200_000).fill(1), 0);
    expect(found!.meanDb).toBeCloseTo(expected.meanDb, 1);
    expect(found!.loudDb).toBeCloseTo(expected.loudDb, 0);
  });
});
