import { describe, expect, it } from 'vitest';
import { levelsOfSegments, noise } from '../../testing';
import { coverWeights, noBins, type BandSource } from './bandReading';
import { bandTable } from './bandTable';
import { bandCovers, powerToDb } from '../spectrum/bands';
import { windowSamples } from '../spectrum/windows';

describe('the table that bands are read by', () => {
  const samples = noise(3000, 12);
  const window = windowSamples('hann', 480);
  const filled = 480 / 1024;
  const levelsOf = (sources: BandSource[], count = 1) =>
    levelsOfSegments([samples], window, 1024, bandTable(sources, filled), 1, 50, 300, count);
  const covers = (...edges: number[]) =>
    bandCovers(Float64Array.from(edges), 1, 513).map((cover) => ({
      points: [],
      bins: coverWeights(cover, 1),
    }));
  const pointsAt = (...positions: number[]) => ({
    points: positions.map((at) => ({ at, weight: 1 / positions.length })),
    bins: noBins,
  });

  it('takes covers and points in any order, also without bins', () => {
    const [wide, none] = covers(40.3, 90.8, 90.8);
    const narrow = pointsAt(20.25, 20.75);
    const levels = (...sources: BandSource[][]) => sources.map((one) => Array.from(levelsOf(one)));
    const [together, apart, alone] = levels([narrow, wide!, none!, pointsAt(), narrow], [wide!], [narrow]);
    expect(together).toEqual(
      [alone![0], apart![0], -200, -200, alone![0]].map((db) => expect.closeTo(db!, 4)),
    );
  });

  it('reads once what bands have in common', () => {
    const sources = [pointsAt(20, 21), pointsAt(21, 22.5), pointsAt(22.5), pointsAt(23)];
    expect(bandTable(sources, filled).points).toBe(4);
    const alone = sources.map((source) => levelsOf([source])[0]!);
    expect(Array.from(levelsOf(sources))).toEqual(alone.map((db) => expect.closeTo(db, 4)));
  });

  it.each([1, 2, 3, 4, 5, 8, 9])('weighs %i points of a band, beside other bands or alone', (count) => {
    const positions = Array.from({ length: count }, (_, i) => 100 + i / 3);
    const powers = positions.map((at) => 10 ** (levelsOf([pointsAt(at)])[0]! / 10));
    const mean = powerToDb(powers.reduce((sum, power) => sum + power, 0) / count);
    for (const others of [[], [pointsAt(7)], [pointsAt(7, 8, 9, 10, 11)]]) {
      for (const sources of [
        [...others, pointsAt(...positions)],
        [pointsAt(...positions), ...others],
      ]) {
        const band = sources[0] === others[0] ? others.length : 0;
        expect(levelsOf(sources)[band]).toBeCloseTo(mean, 4);
      }
    }
  });

  it('reads as many segments as are wanted, each as if it were alone', () => {
    const sources = [pointsAt(20, 21), pointsAt(300.3), ...covers(40.3, 90.8)];
    const all = levelsOf(sources, 9);
    for (let count = 1; count <= 8; count++) {
      expect(Array.from(levelsOf(sources, count))).toEqual(
        Array.from(all.subarray(0, 3 * count), (db) => expect.closeTo(db, 4)),
      );
    }
  });

  it('reads nothing from no bands', () => expect(bandTable([], filled).bands).toBe(0));
});
