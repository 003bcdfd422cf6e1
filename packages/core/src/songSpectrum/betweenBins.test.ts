import { describe, expect, it } from 'vitest';
import { levelsOfSegments, finePowers, noise, sine } from '../testing';
import { bandReader, noBins } from './bandReader';
import { powerToDb } from '../spectrum/bands';
import { mostFilled, tapCount } from './betweenBins';
import { windowKinds, windowSamples } from '../spectrum/windows';

const fineSize = 32768;

/** Levels at fine bins, read between the bins of a short transform. */
function levelsBetween(samples: Float32Array, window: Float64Array, size: number, fineBins: number[]) {
  const sources = fineBins.map((bin) => ({
    points: [{ at: (bin * size) / fineSize, weight: 1 }],
    bins: noBins,
  }));
  const reader = bandReader(sources, window.length / size);
  return levelsOfSegments([samples], window, size, reader, 1, 100, 777, 3);
}

describe('a spectrum between its bins', () => {
  const samples = noise(8000, 3);
  const cases = windowKinds.flatMap((shape) =>
    [
      [480, 1024],
      [481, 1024],
      [2064, 4096],
      [799, 1024],
      [100, 1024],
      [7, 16],
    ].map(([length, size]) => [shape, length!, size!] as const),
  );

  it.each(cases)(
    'through a %s window of %i samples in %i is that of a longer transform',
    (shape, length, size) => {
      const window = windowSamples(shape, length);
      const bins = Array.from({ length: 600 }, (_, i) => Math.round((i * fineSize) / 2 / 599));
      const rows = levelsBetween(samples, window, size, bins);
      for (const moment of [0, 1, 2]) {
        const powers = finePowers(samples, window, 100 + 777 * moment, fineSize);
        const loudest = powerToDb(Math.max(...powers));
        bins.forEach((bin, i) => {
          const expected = powerToDb(powers[bin]!);
          const found = rows[moment * bins.length + i]!;
          // What is left lies 100 dB below the loudest, which shifts what is 60 dB below it by a hundredth of its amplitude.
          if (expected > loudest - 60) expect(Math.abs(found - expected)).toBeLessThan(0.09);
          else expect(found).toBeLessThan(loudest - 59);
        });
      }
    },
  );

  it.each([0, 0.01, 0.5, 3, 511.2, 511.99, 512])('is mirrored at both its ends: at bin %d', (at) => {
    const window = windowSamples('hann', 480);
    const fine = Math.round((at * fineSize) / 1024);
    const [found] = levelsBetween(samples, window, 1024, [fine]);
    expect(Math.abs(found! - powerToDb(finePowers(samples, window, 100, fineSize)[fine]!))).toBeLessThan(
      0.01,
    );
  });

  it('adds nothing far from a tone, and keeps to 100 dB near it', () => {
    const window = windowSamples('blackmanHarris', 2064);
    const bins = Array.from({ length: 4000 }, (_, i) => i);
    const tone = sine(997, 8000);
    const found = levelsBetween(tone, window, 4096, bins).subarray(0, bins.length);
    const exact = finePowers(tone, window, 100, fineSize);
    const loudest = Math.max(...found);
    bins.forEach((bin) => {
      const level = powerToDb(exact[bin]!) - loudest;
      // Side lobes of -100 dB and images of -105 may add up.
      if (level < -100) expect(found[bin]! - loudest).toBeLessThan(-96);
    });
    const far = found.subarray(2000);
    expect(Math.max(...far) - loudest).toBeLessThan(-125);
  });

  it('is found from fewer bins the less of the transform is filled', () => {
    expect(tapCount(0.25)).toBeLessThan(tapCount(0.5));
    expect(tapCount(0.5)).toBeLessThan(tapCount(mostFilled));
    for (const filled of [0.01, 0.3, 0.5, mostFilled]) expect(tapCount(filled) % 2).toBe(0);
  });
});
