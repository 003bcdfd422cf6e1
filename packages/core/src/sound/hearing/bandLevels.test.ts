import { describe, expect, it } from 'vitest';
import { defaultEar } from '../ear/ear';
import { SegmentAnalyser } from '../spectrum/analyser';
import { noise, readerOf } from '../../testing';
import { BandLevels } from './bandLevels';
import { readStretch } from './listen';
import { hopSamples, momentsPerSecond } from './moments';

describe('bands heard through long windows', () => {
  const settings = { ...defaultEar('e'), bands: 40, window: 0.02, longWindow: 0.4 };
  const length = 48000 * 3;
  // Noise that swells and fades three times a second.
  const song = noise(length, 4).map(
    (value, n) => value * (0.55 + 0.45 * Math.sin((2 * Math.PI * 3 * n) / 48000)),
  );
  const levels = new BandLevels(settings, 'mid', length);
  const { bands, rate, plan } = levels;
  const analysed = (first: number, count: number) =>
    readStretch(levels, readerOf(song), { first, count }, (signals, start) =>
      levels.measure(signals, start, first, count),
    );
  /** Moments from one segment of a band to the next. */
  const everyOf = (band: number) => Math.max(1, rate / momentsPerSecond(plan.windows[band]!));

  it('are analysed as often as such windows ask for by themselves', () => {
    expect(rate).toBe(240);
    expect(new Set(Array.from(plan.windows, (_, band) => everyOf(band)))).toEqual(new Set([1, 2, 4, 8]));
  });

  it('are those of the definition at these moments, and on straight lines between them', async () => {
    const rows = await analysed(240, 241);
    const exact = new SegmentAnalyser(settings, 48000);
    const row = new Float32Array(bands);
    const at = (moment: number, band: number) => rows[moment * bands + band]!;
    for (const moment of [0, 8, 64, 120, 240]) {
      exact.levels(song, (240 + moment) * hopSamples(rate), row);
      row.forEach((level, band) => expect(Math.abs(at(moment, band) - level)).toBeLessThan(0.75));
    }
    for (let band = 0; band < bands; band++) {
      const every = everyOf(band);
      for (let moment = 0; moment < 240; moment++) {
        const low = moment - (moment % every);
        const share = (moment % every) / every;
        const line = at(low, band) * (1 - share) + (share > 0 ? at(low + every, band) * share : 0);
        expect(at(moment, band)).toBeCloseTo(line, 3);
      }
    }
  });

  it('are near the definition at all moments, although noise falls deep for moments', async () => {
    const rows = await analysed(100, 200);
    const exact = new SegmentAnalyser(settings, 48000);
    const row = new Float32Array(bands);
    let [sum, count] = [0, 0];
    for (let moment = 1; moment < 200; moment += 6) {
      exact.levels(song, (100 + moment) * hopSamples(rate), row);
      row.forEach((level, band) => {
        sum += Math.abs(rows[moment * bands + band]! - level);
        count++;
      });
    }
    // Halfway between the moments of an ear with one window of 80 ms it is 0.3 dB, with one of 400 ms 0.1.
    expect(sum / count).toBeLessThan(0.2);
  });

  it('are the same however the song is cut', async () => {
    const whole = await analysed(0, levels.moments);
    for (const [first, count] of [
      [0, 1],
      [1, 1],
      [3, 13],
      [250, 97],
      [levels.moments - 5, 5],
    ] as const) {
      const piece = await analysed(first, count);
      const expected = whole.subarray(first * bands, (first + count) * bands);
      expect(piece.length).toBe(expected.length);
      piece.forEach((level, i) => expect(Math.abs(level - expected[i]!)).toBeLessThan(0.01));
    }
  });
});
