import { describe, expect, it } from 'vitest';
import { bandCovers, bandPower, powerToDb, silenceDb } from './bands';

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
