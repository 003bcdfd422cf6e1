import { describe, expect, it } from 'vitest';
import { finePowers, noise } from '../testing';
import { bandPlaces } from './bandPlaces';
import { bandCovers, bandPower, powerToDb } from '../spectrum/bands';
import { windowKinds, windowSamples } from '../spectrum/windows';

const fineSize = 32768;

describe('places at which a band is read', () => {
  const sampleRate = 48000;
  const binHz = sampleRate / fineSize;

  it('are the bins of the definition, where they are few', () => {
    const places = bandPlaces(100.4 * binHz, 102.7 * binHz, sampleRate, fineSize, 2064);
    expect(places.map(({ hz }) => hz / binHz)).toEqual(
      [100, 101, 102, 103].map((bin) => expect.closeTo(bin, 9)),
    );
    expect(places.map(({ weight }) => weight / binHz)).toEqual(
      [0.1, 1, 1, 0.2].map((share) => expect.closeTo(share, 9)),
    );
  });

  it.each([
    [200, 230],
    [1000, 1090],
    [0, 40],
    [23900, 24000],
    [23990, 30000],
  ])('weigh as much as the band is wide, to half the sample rate: from %d to %d Hz', (low, high) => {
    const places = bandPlaces(low, high, sampleRate, fineSize, 2064);
    const sum = places.reduce((total, { weight }) => total + weight, 0);
    expect(sum).toBeCloseTo(Math.min(high, 24000) - low, 6);
    places.forEach(({ hz }) => {
      expect(hz).toBeGreaterThan(low - binHz);
      expect(hz).toBeLessThan(Math.min(high, 24000) + binHz);
    });
  });

  it('are none where there is no sound', () =>
    expect(bandPlaces(25000, 26000, sampleRate, fineSize, 2064)).toEqual([]));

  it.each(windowKinds)('give the sum over all fine bins, through a %s window', (shape) => {
    const length = 2064;
    const window = windowSamples(shape, length);
    const samples = noise(4000, 8);
    const powers = finePowers(samples, window, 100, fineSize);
    for (const [low, high] of [
      [300, 312],
      [1000, 1030],
      [5000, 5055],
      [8000, 8110],
    ] as const) {
      const [cover] = bandCovers(Float64Array.of(low, high), binHz, fineSize / 2 + 1);
      const exact = bandPower(powers, cover!) * binHz;
      const interpolated = bandPlaces(low, high, sampleRate, fineSize, length).reduce(
        (sum, { hz, weight }) => {
          const place = hz / binHz;
          const below = Math.floor(place);
          const share = place - below;
          return sum + weight * (powers[below]! * (1 - share) + powers[below + 1]! * share);
        },
        0,
      );
      expect(Math.abs(powerToDb(interpolated) - powerToDb(exact))).toBeLessThan(0.1);
    }
  });
});
