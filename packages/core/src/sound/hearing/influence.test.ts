import { describe, expect, it } from 'vitest';
import { defaultEar } from '../ear/ear';
import { defaultFollower } from '../follower/follower';
import type { Ear } from '../ear/ear';
import { settleRows } from '../levels/settleRows';
import { earInfluence, followerInfluence } from './influence';

const step = 1 / 480;
const ear = (part: Partial<Ear>): Ear => ({ ...defaultEar('e'), ...part });

/** Largest difference at a moment between sounds that are unlike until `before` seconds before it, and from `after` on. */
function difference(settings: Ear, before: number, after: number): number {
  const length = 20_000;
  const moment = 12_000;
  const rows = [0, 1].map((outside) => {
    const values = Float32Array.from({ length }, (_, n) => {
      const seconds = (n - moment) * step;
      return seconds < -before || seconds > after ? outside : 0.5;
    });
    const [levels, peaks] = [new Float32Array(length), new Float32Array(length)];
    const held = { hold: settings.peakHold, fall: settings.peakFall, out: peaks };
    settleRows(values, 1, step, settings, levels, undefined, held);
    return settings.peaks ? peaks : levels;
  });
  return Math.abs(rows[0]![moment]! - rows[1]![moment]!);
}

describe('what a moment depends on', () => {
  it.each([
    { smoothing: 'none' },
    { smoothing: 'average', averageTime: 0.3 },
    { smoothing: 'attackRelease', attack: 0.01, release: 0.4 },
    { smoothing: 'attackRelease', attack: 1, release: 0.05 },
    { smoothing: 'spring', springHz: 2, springDamping: 0.3 },
    { smoothing: 'spring', springHz: 2, springDamping: 0.9 },
    { smoothing: 'spring', springHz: 2, springDamping: 1 },
    { smoothing: 'spring', springHz: 2, springDamping: 1.2 },
    { smoothing: 'spring', springHz: 2, springDamping: 3 },
    { smoothing: 'none', peaks: true, peakHold: 0.4, peakFall: 0.5 },
    { smoothing: 'attackRelease', release: 0.3, peaks: true, peakHold: 0.4, peakFall: 0.5 },
  ] satisfies Partial<Ear>[])('is all but a hundredth of it: %o', (part) => {
    const settings = ear(part);
    const { before, after } = earInfluence(settings);
    expect(difference(settings, before + 2 * step, after + 2 * step)).toBeLessThan(0.021);
    // And not far more than that; peaks after smoothing fall from less than the most.
    if (before > 0 && !(settings.peaks && settings.smoothing !== 'none'))
      expect(difference(settings, before * 0.5, after)).toBeGreaterThan(0.02);
  });

  it('is the whole song where levels are measured by it', () => {
    expect(earInfluence(ear({ limits: 'set' })).bySong).toBe(false);
    expect(earInfluence(ear({ limits: 'fitted' })).bySong).toBe(true);
    const follower = defaultFollower('f', 'e');
    expect(followerInfluence({ ...follower, unit: 'percent' }).bySong).toBe(true);
    expect(followerInfluence({ ...follower, unit: 'db' }).bySong).toBe(false);
  });

  it('goes back by a follower’s hold, delay and release', () => {
    const follower = { ...defaultFollower('f', 'e'), hold: 0.2, delay: 0.1, attack: 0, release: 0.1 };
    expect(followerInfluence(follower).before).toBeCloseTo(0.3 + 0.1 * Math.log(100), 9);
  });
});
