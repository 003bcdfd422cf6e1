import { describe, expect, it } from 'vitest';
import { pcmSampleRate } from '../audio/pcm';
import { affordableRate, hopSamples, momentCount } from './moments';

const minutes = (count: number) => count * 60 * pcmSampleRate;

describe('moments per second', () => {
  it.each([
    [0.01, 480],
    [0.02, 240],
    [0.04, 120],
    [0.085, 60],
    [0.2, 60],
    [0.27, 30],
    [0.5, 30],
  ])(
    'for a window of %d s are %i: at least four in each window, or eight of half as many',
    (window, rate) => {
      expect(affordableRate(window, 64, minutes(4))).toBe(rate);
      expect(rate * window).toBeGreaterThanOrEqual(4);
    },
  );

  it.each([
    // Of a window of 10 ms.
    [0.01, 512, 4, 240],
    [0.01, 64, 60, 120],
    [0.01, 512, 60, 30],
    [0.085, 64, 60, 60],
    [0.085, 512, 60, 30],
  ])(
    'for %d s, %i bands and %i minutes are fewer, so that levels fit into memory',
    (window, bands, length, rate) => {
      expect(affordableRate(window, bands, minutes(length))).toBe(rate);
      // Four bytes each: a quarter of the gigabyte that an hour may take.
      expect(4 * bands * momentCount(minutes(length), rate)).toBeLessThan(2 ** 28);
    },
  );

  it('stand on samples, and on every 32nd one in the song’s rate where there are 60 or fewer', () => {
    for (const rate of [30, 60, 120, 240, 480]) expect(Number.isInteger(hopSamples(rate))).toBe(true);
    expect(hopSamples(30) % 32).toBe(0);
    expect(hopSamples(60) % 32).toBe(0);
  });
});
