import { listenToAll, sectionListener, suggestSections, type ReadSignal } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { breakwater } from './breakwater';
import { dryDock } from './dryDock';
import { mixDown, type Song } from './song';

async function startsOf(song: Song, bpm: number): Promise<number[]> {
  const { left, right } = mixDown(song.play());
  const read: ReadSignal = (_signal, start, out) => {
    for (let n = Math.max(0, -start); n < out.length && start + n < left.length; n++)
      out[n] = (left[start + n]! + right[start + n]!) / 2;
  };
  const listener = sectionListener(left.length);
  await listenToAll(listener, read);
  return suggestSections(listener, { bpm, first: 0, perBar: 4 }, left.length / 48000).map(({ from }) => from);
}

describe('sections suggested for the demo’s songs', () => {
  it('of Breakwater Lamps begin with the kick, the break and the drop, within a beat', async () => {
    const starts = await startsOf(breakwater, 124);
    const bar = (4 * 60) / 124;
    for (const known of [4, 20, 26]) {
      const away = Math.min(...starts.map((start) => Math.abs(start - known * bar)));
      expect(
        away,
        `bar ${known} of ${starts.map((start) => (start / bar).toFixed(2)).join(', ')}`,
      ).toBeLessThanOrEqual(60 / 124);
    }
    expect(starts[0]).toBe(0);
    expect(starts.length).toBeLessThan(12);
  });

  it('of Dry Dock begin on beats', async () => {
    const starts = await startsOf(dryDock, 96);
    expect(starts.length).toBeGreaterThan(1);
    for (const start of starts)
      expect(Math.abs(start / (60 / 96) - Math.round(start / (60 / 96)))).toBeLessThan(1e-6);
  });
});
