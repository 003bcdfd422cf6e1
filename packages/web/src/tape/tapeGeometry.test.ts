import { describe, expect, it } from 'vitest';
import type { FollowerReport } from '../workers/messages';
import { levelOfY, yOfLevel } from './drawTrace';
import { hzOfY, namedFrequencies, yOfHz } from './frequencyAxis';
import { isWithin, keyHeight, layLanes, minHeight, rowHeight, rulerHeight } from './lanes';

describe('lanes of the Tape', () => {
  it.each([96, 150, 203, 400])('share out a height of %i without gap or overlap', (height) => {
    for (const traced of [false, true]) {
      const { ruler, wave, spectrogram, trace } = layLanes(height, traced);
      expect([ruler.top, ruler.height]).toEqual([0, rulerHeight]);
      expect(wave.top).toBe(rulerHeight);
      expect(spectrogram.top).toBe(wave.top + wave.height + 1);
      expect(trace.top + trace.height).toBe(height);
      expect(spectrogram.top + spectrogram.height).toBeLessThanOrEqual(trace.top);
      expect(trace.height > 0).toBe(traced);
    }
  });

  it.each([
    [240, { rows: 2, keys: 1, sections: true }],
    [240, { rows: 2, keys: 5, sections: true }],
    [300, { rows: 2, keys: 3, sections: false }],
    [420, { rows: 1, keys: 2, sections: true }],
  ])(
    'of %i pixels keep room for curves when sections, fades and keyframes are there: %o',
    (height, under) => {
      for (const traced of [false, true]) {
        const lanes = layLanes(height, traced, under);
        expect(lanes.rows.map((row) => row.height)).toEqual(
          Array.from({ length: under.rows }, () => rowHeight),
        );
        expect(lanes.keys.height).toBeGreaterThanOrEqual(keyHeight);
        expect(lanes.keys.height).toBeLessThanOrEqual(under.keys * keyHeight);
        expect(lanes.sections.height).toBe(under.sections ? rowHeight : 0);
        if (traced) expect(lanes.trace.height).toBeGreaterThanOrEqual(44);
        expect(lanes.wave.height).toBeGreaterThanOrEqual(20);
        expect(lanes.spectrogram.height).toBeGreaterThanOrEqual(30);
        // One under the other, without gap or overlap.
        expect(lanes.rows[0]!.top).toBe(lanes.trace.top + lanes.trace.height);
        expect(lanes.keys.top).toBe(lanes.rows.at(-1)!.top + rowHeight);
        expect(lanes.sections.top).toBe(lanes.keys.top + lanes.keys.height);
        expect(lanes.sections.top + lanes.sections.height).toBeLessThan(height);
      }
    },
  );

  it('have a least height at which each of them can be worked in', () => {
    for (const traced of [false, true])
      for (const under of [
        { rows: 1, keys: 0, sections: false },
        { rows: 2, keys: 4, sections: true },
      ]) {
        const min = Math.max(120, minHeight(traced, under));
        const lanes = layLanes(min, traced, under);
        if (traced) expect(lanes.trace.height).toBeGreaterThanOrEqual(38);
        if (under.keys > 0) expect(lanes.keys.height).toBe(keyHeight);
        expect(lanes.spectrogram.height).toBeGreaterThanOrEqual(26);
      }
  });

  it('know what lies within them', () => {
    const { wave } = layLanes(200, false);
    expect([wave.top - 1, wave.top, wave.top + wave.height].map((y) => isWithin(wave, y))).toEqual([
      false,
      true,
      false,
    ]);
  });
});

describe('the frequency axis', () => {
  const lane = { top: 100, height: 110 };

  it('goes there and back, low ones at the bottom', () => {
    for (const hz of [30, 100, 1000, 18000]) expect(hzOfY(lane, yOfHz(lane, hz))).toBeCloseTo(hz, 6);
    expect(yOfHz(lane, 30)).toBe(210);
    expect(yOfHz(lane, 18000)).toBe(100);
  });

  it('is as high for every octave', () => {
    const octave = (hz: number) => yOfHz(lane, hz) - yOfHz(lane, 2 * hz);
    expect(octave(100)).toBeCloseTo(octave(4000), 9);
  });

  it('holds at its ends', () => {
    expect(hzOfY(lane, 0)).toBeCloseTo(18000, 6);
    expect(hzOfY(lane, 999)).toBeCloseTo(30, 6);
    expect(yOfHz(lane, 5)).toBe(210);
  });

  it('names as many frequencies as there is room for', () => {
    const many = namedFrequencies({ top: 0, height: 400 });
    const few = namedFrequencies({ top: 0, height: 60 });
    expect(many.map(({ text }) => text)).toEqual(['50', '100', '200', '500', '1k', '2k', '5k', '10k']);
    expect(few.length).toBeLessThan(many.length);
    few.slice(1).forEach(({ y }, i) => expect(few[i]!.y - y).toBeGreaterThanOrEqual(14));
  });
});

describe('the level axis of a trace', () => {
  const lane = { top: 140, height: 60 };
  const report = { low: -60, high: -5 } as FollowerReport;
  it('goes there and back, loud ones on top', () => {
    for (const db of [-60, -33.3, -5]) {
      expect(levelOfY(lane, report, yOfLevel(lane, report, db))).toBeCloseTo(db, 9);
    }
    expect(yOfLevel(lane, report, -5)).toBeLessThan(yOfLevel(lane, report, -60));
  });
});
