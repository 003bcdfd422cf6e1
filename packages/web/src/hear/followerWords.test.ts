import { defaultFollower } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import type { FollowerReport } from '../workers/messages';
import { firesText, inUnit, limitAt, percentOfLevel } from './followerWords';

/** A song whose levels are spread evenly from -60 to -10 dB. */
const report = {
  percentiles: Array.from({ length: 101 }, (_, i) => -60 + i / 2),
  gate: -30,
  ceiling: -15,
  fires: [1, 2, 3],
  firesPerMinute: 111.6,
} as unknown as FollowerReport;
const follower = { ...defaultFollower('f', 'e'), gatePercent: 60, ceilingPercent: 90 };

describe('levels and percents of the song', () => {
  it('a level has its percent, held at both ends', () => {
    expect(percentOfLevel(report, -35)).toBe(50);
    expect([percentOfLevel(report, -100), percentOfLevel(report, 0)]).toEqual([0, 100]);
  });

  it('a limit dragged to a level is set in the follower’s unit, and stays on its side of the other', () => {
    expect(limitAt(follower, report, 'gate', -40)).toEqual({ gatePercent: 40 });
    expect(limitAt(follower, report, 'gate', -1)).toEqual({ gatePercent: 89.9 });
    expect(limitAt(follower, report, 'ceiling', -50)).toEqual({ ceilingPercent: 60.1 });
    const inDb = { ...follower, unit: 'db' as const, gateDb: -40, ceilingDb: -20 };
    expect(limitAt(inDb, report, 'gate', -25.04)).toEqual({ gateDb: -25 });
    expect(limitAt(inDb, report, 'gate', 0)).toEqual({ gateDb: -21 });
  });

  it('another unit keeps gate and ceiling where they are', () => {
    expect(inUnit(follower, report, 'db')).toEqual({ unit: 'db', gateDb: -30, ceilingDb: -15 });
    expect(inUnit({ ...follower, unit: 'db' }, report, 'percent')).toEqual({
      unit: 'percent',
      gatePercent: 60,
      ceilingPercent: 90,
    });
  });

  it('says how often it fires', () => {
    expect(firesText(follower, report)).toBe('fires 112 times a minute, 3 in the song');
  });
});
