import { describe, expect, it } from 'vitest';
import { noise } from '../../testing';
import type { LevelLaw } from './levelLaw';
import { settleRows } from './settleRows';
import { onePoleShare, type Smoothing } from './smoothing';
import { springStep } from './spring';

/** What compiled code does with many rows at a time, written down plainly, in doubles and a level at a time. */
const plain = {
  mapped(db: number, { law, floorDb, ceilingDb }: LevelLaw): number {
    const linear = (level: number) =>
      law === 'db' ? level : 10 ** (level / (law === 'amplitude' ? 20 : 10));
    const level = (linear(db) - linear(floorDb)) / (linear(ceilingDb) - linear(floorDb));
    return Math.min(1, Math.max(0, level));
  },

  /** Of one row. */
  spread(row: number[], width: number): number[] {
    return row.map((_, band) => {
      const weights = row.map((_, other) => Math.max(0, 1 - Math.abs(other - band) / (width + 1)));
      const near = weights.map((weight, other) => (Math.abs(other - band) <= Math.ceil(width) ? weight : 0));
      const total = near.reduce((sum, weight) => sum + weight, 0);
      return near.reduce((sum, weight, other) => sum + weight * row[other]!, 0) / total;
    });
  },

  /** Of one band over time. */
  smoothed(levels: number[], step: number, how: Smoothing): number[] {
    const held = (n: number) => levels[Math.min(Math.max(n, 0), levels.length - 1)]!;
    let before = levels[0]!;
    let velocity = 0;
    switch (how.smoothing) {
      case 'none':
        return levels;
      case 'attackRelease':
        return levels.map((level) => {
          before += (level - before) * onePoleShare(level > before ? how.attack : how.release, step);
          return before;
        });
      case 'spring': {
        const { a, b, c, d } = springStep(how.springHz, how.springDamping, step);
        return levels.map((level, n) => {
          if (n === 0) return before;
          const away = before - level;
          before = level + a * away + b * velocity;
          velocity = c * away + d * velocity;
          return before;
        });
      }
      case 'average': {
        const half = how.averageTime / step / 2;
        if (half <= 0.5) return levels;
        return levels.map((_, n) => {
          let sum = 0;
          for (let k = -Math.ceil(half) - 1; k <= Math.ceil(half) + 1; k++) {
            // A row stands for half a step to both sides.
            const share = Math.min(1, Math.max(0, half - (Math.abs(k) - 0.5)));
            sum += share * held(n + k);
          }
          return sum / (2 * half);
        });
      }
    }
  },

  peaks(levels: number[], step: number, hold: number, fall: number): number[] {
    let peak = levels[0]!;
    let left = hold;
    return levels.map((level, n) => {
      if (n === 0) return peak;
      left -= step;
      const fallen = peak - fall * Math.min(step, Math.max(0, -left));
      if (level >= fallen) left = hold;
      return (peak = Math.max(level, fallen));
    });
  },
};

const step = 1 / 240;
const none: Smoothing = {
  ...{ smoothing: 'none', attack: 0.01, release: 0.3, averageTime: 0.1 },
  ...{ springHz: 4, springDamping: 0.4, acrossBands: 0 },
};
const law: LevelLaw = { law: 'db', floorDb: -80, ceilingDb: -15 };

/** Rows of levels in dB that rise and fall. */
const levels = (count: number, bands: number) =>
  noise(count * bands, count + bands).map((value, i) => -50 + 40 * Math.sin(i / bands / 20) + 20 * value);

function compare(
  count: number,
  bands: number,
  how: Partial<Smoothing>,
  shown = Array.from({ length: bands }, (_, i) => i),
  mappedBy = law,
) {
  const db = levels(count, bands);
  const gains = Array.from({ length: bands }, (_, band) => Math.sin(band) * 6);
  const settings = { ...none, ...how };
  const width = shown.length;
  const out = new Float32Array(count * width).fill(9);
  const peaks = new Float32Array(count * width).fill(9);
  const held = { hold: 0.05, fall: 1.5, out: peaks };
  settleRows(db, bands, step, settings, out, { gains, shown, law: mappedBy }, held);
  const rows = Array.from({ length: count }, (_, n) => {
    const row = shown.map((band) => plain.mapped(db[n * bands + band]! + gains[band]!, mappedBy));
    return settings.acrossBands > 0 ? plain.spread(row, settings.acrossBands) : row;
  });
  let worst = 0;
  let worstPeak = 0;
  for (let i = 0; i < width; i++) {
    const smoothed = plain.smoothed(
      rows.map((row) => row[i]!),
      step,
      settings,
    );
    // From the very levels: where one stays the same, rounding decides whether it is a new peak.
    const found = smoothed.map((_, n) => out[n * width + i]!);
    const expected = plain.peaks(found, step, held.hold, held.fall);
    smoothed.forEach((level, n) => (worst = Math.max(worst, Math.abs(out[n * width + i]! - level))));
    expected.forEach((peak, n) => (worstPeak = Math.max(worstPeak, Math.abs(peaks[n * width + i]! - peak))));
  }
  return { worst, worstPeak };
}

describe('rows of levels', () => {
  const kinds: Partial<Smoothing>[] = [
    { smoothing: 'none' },
    { smoothing: 'attackRelease' },
    { smoothing: 'attackRelease', attack: 0, release: 0 },
    { smoothing: 'attackRelease', attack: 0.2, release: 0.004 },
    { smoothing: 'spring' },
    { smoothing: 'spring', springHz: 0.5, springDamping: 2 },
    { smoothing: 'average' },
    { smoothing: 'average', averageTime: 0.0031 },
    { smoothing: 'average', averageTime: 1.777 },
    { smoothing: 'none', acrossBands: 1 },
    { smoothing: 'attackRelease', acrossBands: 2.3 },
    { smoothing: 'average', acrossBands: 5 },
  ];
  // One band and many, whole fours and not; few rows and more than are worked on at a time.
  const sizes = [
    [1, 1],
    [1, 7],
    [2, 4],
    [700, 3],
    [333, 64],
    [900, 66],
    [9000, 1],
    [600, 128],
  ] as const;

  it.each(kinds.flatMap((how) => sizes.map((size) => [how, ...size] as const)))(
    'smoothed by %o are those worked out one at a time: %i of %i bands',
    (how, count, bands) => {
      const { worst, worstPeak } = compare(count, bands, how);
      expect(worst).toBeLessThan(2e-5);
      expect(worstPeak).toBeLessThan(3e-5);
    },
  );

  it.each(['amplitude', 'power'] as const)('by %s too', (kind) => {
    const steep: LevelLaw = { law: kind, floorDb: -40, ceilingDb: -9 };
    expect(compare(300, 9, {}, undefined, steep).worst).toBeLessThan(5e-6);
  });

  it('are those of the bands that are shown', () => {
    for (const how of kinds) expect(compare(400, 12, how, [1, 2, 5, 11]).worst).toBeLessThan(2e-5);
  });

  it('are none of no bands, and none of no rows', () => {
    const out = new Float32Array(0);
    settleRows(new Float32Array(30), 3, step, none, out, { gains: [0, 0, 0], shown: [], law });
    settleRows(new Float32Array(0), 3, step, none, out);
    expect(out).toHaveLength(0);
  });

  it('stay as they are where they come from', () => {
    const db = levels(50, 5);
    const before = db.slice();
    settleRows(db, 5, step, { ...none, smoothing: 'spring' }, new Float32Array(250));
    expect(db).toEqual(before);
  });
});
