import { describe, expect, it } from 'vitest';
import { bandCovers, bandPower, meanPowerDb, powerToDb, silenceDb } from './bands';

const flat = (count: number) => new Float64Array(count).fill(1);

describe('band covers', () => {
  it('count bins at the edges in part', () => {
    const [band] = bandCovers(Float64Array.of(2.25, 5.5), 1, 100);
    expect(band).toMatchObject({ first: 2, last: 6, firstShare: 0.25 });
    expect(bandPower(flat(100), band!)).toBeCloseTo(3.25, 12);
  });

  it('give a band within one bin its part of it', () => {
    const covers = bandCovers(Float64Array.of(2.6, 2.8, 3.1, 3.4), 1, 100);
    expect(covers.map((cover) => bandPower(flat(100), cover))).toEqual([
      expect.closeTo(0.2, 12),
      expect.closeTo(0.3, 12),
      expect.closeTo(0.3, 12),
    ]);
  });

  it('leave no gap and count nothing twice', () => {
    const edges = Float64Array.of(0.3, 1.7, 1.9, 4.4, 9.99, 31.2);
    const total = bandCovers(edges, 1.3, 100).reduce((sum, cover) => sum + bandPower(flat(100), cover), 0);
    expect(total).toBeCloseTo((31.2 - 0.3) / 1.3, 10);
  });

  it('end at half the sample rate', () => {
    const [inside, outside] = bandCovers(Float64Array.of(90, 200, 300), 1, 100);
    expect(bandPower(flat(100), inside!)).toBeCloseTo(9, 12);
    expect(bandPower(flat(100), outside!)).toBe(0);
  });
});

describe('dB', () => {
  it('of power', () => {
    expect(powerToDb(1)).toBe(0);
    expect(powerToDb(0.01)).toBeCloseTo(-20, 12);
    expect(powerToDb(0)).toBe(silenceDb);
  });
});

describe('the mean of two powers', () => {
  it.each([
    [0, 0],
    [-20, -20.005],
    [-3, -4.237],
    [-60, -41.5],
    [-12, -200],
    [-119, 0.9],
    [6, -150],
  ])('of %d and %d dB', (a, b) => {
    const expected = 10 * Math.log10((10 ** (a / 10) + 10 ** (b / 10)) / 2);
    expect(Math.abs(meanPowerDb(a, b) - expected)).toBeLessThan(1e-5);
    expect(meanPowerDb(b, a)).toBe(meanPowerDb(a, b));
  });
  it('of silence is silence', () => expect(meanPowerDb(silenceDb, silenceDb)).toBe(silenceDb));
});
