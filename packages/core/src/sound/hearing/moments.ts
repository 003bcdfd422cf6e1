import { pcmSampleRate } from '../audio/pcm';

const usualMomentsPerSecond = 60;
const maxMomentsPerSecond = 480;

/**
 * Analysed moments per second for a window: 60, doubled until at least four
 * moments fall into the window: enough to interpolate between them, and nothing passes unheard.
 * Half as many where eight of those fall into it: what lasts so long changes slowly.
 * Every rate divides the sample rate, so moments stand on samples.
 * @param window seconds
 */
export function momentsPerSecond(window: number): number {
  let rate = usualMomentsPerSecond;
  if ((rate / 2) * window >= 8 - 1e-9) return rate / 2;
  while (rate < maxMomentsPerSecond && rate * window < 4 - 1e-9) rate *= 2;
  return rate;
}

/** Levels that are kept for one ear at the most, unless that is fewer than 30 moments a second. */
const maxLevels = 32_000_000;

/**
 * Moments per second for an ear: as many as its window asks for, but half as many, and half of those, where an ear of
 * many bands would fill the memory in a long song.
 */
export function affordableRate(window: number, bands: number, lengthSamples: number): number {
  let rate = momentsPerSecond(window);
  while (rate > 30 && momentCount(lengthSamples, rate) * bands > maxLevels) rate /= 2;
  return rate;
}

/** Samples from one moment to the next. */
export const hopSamples = (rate: number) => pcmSampleRate / rate;

/** Moments in a song: from 0 to its last sample, both included. */
export function momentCount(lengthSamples: number, rate: number): number {
  return Math.ceil(lengthSamples / hopSamples(rate)) + 1;
}
