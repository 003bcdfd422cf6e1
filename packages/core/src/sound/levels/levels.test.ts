import { describe, expect, it } from 'vitest';
import { Distribution } from './distribution';
import type { LevelLaw } from './levelLaw';
import { settleRows, smooth } from './settleRows';
import { onePoleShare, type Smoothing } from './smoothing';
import { aWeightingDb, weightDb, weightingDb } from './weighting';

const none: Smoothing = {
  ...{ smoothing: 'none', attack: 0, release: 0, averageTime: 0 },
  ...{ springHz: 4, springDamping: 0.5, acrossBands: 0 },
};

/** Levels in dB mapped by a law. */
function mapped(law: LevelLaw, db: number[]): number[] {
  const out = new Float32Array(db.length);
  settleRows(Float32Array.from(db), 1, 1, none, out, { gains: [0], shown: [0], law });
  return Array.from(out);
}

describe('level law', () => {
  const law: LevelLaw = { law: 'db', floorDb: -60, ceilingDb: -20 };

  it('maps floor to 0, ceiling to 1, straight in dB between, and holds at both ends', () => {
    expect(mapped(law, [-60, -40, -20, -50, -200, 0])).toEqual([0, 0.5, 1, 0.25, 0, 1]);
  });

  it('follows amplitude or power between floor and ceiling', () => {
    // Half the amplitude is 6.02 dB less, half the power 3.01 dB.
    const amplitude = { law: 'amplitude', floorDb: -200, ceilingDb: 0 } as const;
    const power = { law: 'power', floorDb: -200, ceilingDb: 0 } as const;
    expect(mapped(amplitude, [20 * Math.log10(0.5)])[0]).toBeCloseTo(0.5, 6);
    expect(mapped(power, [10 * Math.log10(0.5)])[0]).toBeCloseTo(0.5, 6);
    expect(mapped(amplitude, [-200])[0]).toBeCloseTo(0, 9);
    expect(mapped({ law: 'amplitude', floorDb: -20, ceilingDb: 0 }, [-20])[0]).toBeCloseTo(0, 6);
  });

  it.each(['amplitude', 'power'] as const)('%s is ten to the power of the level, wherever it is', (kind) => {
    const db = Array.from({ length: 400 }, (_, i) => -200 + i / 2);
    const found = mapped({ law: kind, floorDb: -200, ceilingDb: 0 }, db);
    db.forEach((level, i) => {
      const expected = Math.min(1, 10 ** (level / (kind === 'amplitude' ? 20 : 10)));
      expect(Math.abs(found[i]! - expected)).toBeLessThan(2e-6 * expected + 1.1e-10);
    });
  });

  it('is all or nothing where floor and ceiling meet', () => {
    expect(mapped({ law: 'db', floorDb: -30, ceilingDb: -30 }, [-31, -29])).toEqual([0, 1]);
  });

  it('adds gains, and leaves out bands that are not shown', () => {
    const out = new Float32Array(4);
    const db = Float32Array.of(-60, -40, -20, -60, -60, -60);
    settleRows(db, 3, 1, none, out, { gains: [0, 10, 20], shown: [1, 2], law });
    expect(Array.from(out)).toEqual([0.75, 1, 0.25, 0.5]);
  });
});

describe('weighting', () => {
  it('tilts by dB per octave around 1 kHz, at the bands’ geometric middles', () => {
    const edges = Float64Array.of(500 / Math.SQRT2, 500 * Math.SQRT2, 1000 * Math.SQRT2, 2000 * Math.SQRT2);
    const gains = weightingDb(edges, { tiltDbPerOctave: 3, weights: [], aWeighting: false });
    [-3, 0, 3].forEach((db, band) => expect(gains[band]).toBeCloseTo(db, 10));
  });

  it('draws weights straight over log frequency, level beyond the ends', () => {
    const points = [
      { hz: 4000, db: 0 },
      { hz: 1000, db: -12 },
    ];
    expect([100, 1000, 2000, 4000, 9000].map((hz) => weightDb(points, hz))).toEqual([-12, -12, -6, 0, 0]);
    expect(weightDb([], 100)).toBe(0);
  });

  it('A-weighting is within 0.1 dB of IEC 61672-1:2013, table 3, at every nominal frequency', () => {
    const table: [number, number][] = [
      ...([
        [10, -70.4],
        [12.5, -63.4],
        [16, -56.7],
        [20, -50.5],
        [25, -44.7],
        [31.5, -39.4],
      ] as const),
      ...([
        [40, -34.6],
        [50, -30.2],
        [63, -26.2],
        [80, -22.5],
        [100, -19.1],
        [125, -16.1],
      ] as const),
      ...([
        [160, -13.4],
        [200, -10.9],
        [250, -8.6],
        [315, -6.6],
        [400, -4.8],
        [500, -3.2],
      ] as const),
      ...([
        [630, -1.9],
        [800, -0.8],
        [1000, 0],
        [1250, 0.6],
        [1600, 1],
        [2000, 1.2],
      ] as const),
      ...([
        [2500, 1.3],
        [3150, 1.2],
        [4000, 1],
        [5000, 0.5],
        [6300, -0.1],
        [8000, -1.1],
      ] as const),
      ...([
        [10000, -2.5],
        [12500, -4.3],
        [16000, -6.6],
        [20000, -9.3],
      ] as const),
    ].map(([hz, db]) => [hz, db]);
    for (const [nominal, db] of table) {
      // The table is for the exact frequencies that the nominal ones stand for: 1000 x 10^(n / 10).
      const exact = 1000 * 10 ** (Math.round(10 * Math.log10(nominal / 1000)) / 10);
      expect(Math.abs(aWeightingDb(exact) - db), `${nominal} Hz`).toBeLessThan(0.1);
    }
  });
});

describe('distribution', () => {
  const values = Array.from({ length: 101 }, (_, i) => (i * 37) % 101);

  it('knows percentiles, there and back', () => {
    const distribution = new Distribution(values);
    expect([0, 25, 50, 99.5, 100].map((p) => distribution.percentile(p))).toEqual([0, 25, 50, 99.5, 100]);
    expect(distribution.percentBelow(50)).toBeCloseTo(49.5, 1);
  });

  it('leaves out what is no number, and is 0 when there is nothing', () => {
    expect(new Distribution([NaN, -Infinity, 4]).percentile(50)).toBe(4);
    expect(new Distribution([]).percentile(50)).toBe(0);
  });

  it('counts a histogram', () =>
    expect(new Distribution([0, 0.1, 0.9, 5]).histogram(0, 1, 2)).toEqual([1, 0.5]));
});

/** A step up a quarter in, and down three quarters in; two seconds, one band. */
const step = (rate: number) => new Float32Array(rate * 2).fill(1, rate / 2, (3 * rate) / 2);

describe('attack and release', () => {
  const smoothed = (attack: number, release: number, rate: number) => {
    const rows = step(rate);
    smooth(rows, 1, 1 / rate, { ...none, smoothing: 'attackRelease', attack, release });
    return rows;
  };

  it('follow the one-pole closed form: 1 - exp(-t / attack)', () => {
    const rows = smoothed(0.1, 0.2, 600);
    for (const t of [0.05, 0.1, 0.3])
      expect(rows[300 + Math.round(t * 600) - 1]).toBeCloseTo(1 - Math.exp(-t / 0.1), 5);
    const top = rows[899]!;
    for (const t of [0.1, 0.2, 0.4])
      expect(rows[900 + Math.round(t * 600) - 1]).toBeCloseTo(top * Math.exp(-t / 0.2), 5);
  });

  it('look alike at any rate', () => {
    const slow = smoothed(0.1, 0.2, 60);
    const fast = smoothed(0.1, 0.2, 480);
    for (const t of [0.2, 0.6, 0.9, 1.2, 1.7]) {
      expect(Math.abs(slow[Math.round(t * 60)]! - fast[Math.round(t * 480)]!)).toBeLessThan(0.09);
    }
  });

  it('of 0 ms follow at once', () => {
    expect(onePoleShare(0, 0.01)).toBe(1);
    expect(Array.from(smoothed(0, 0, 60).subarray(28, 32))).toEqual([0, 0, 1, 1]);
  });

  it('keep bands apart', () => {
    const rows = Float32Array.of(0, 1, 1, 0, 1, 0);
    smooth(rows, 2, 0.01, { ...none, smoothing: 'attackRelease', attack: 0.01, release: 0.01 });
    const share = 1 - Math.exp(-1);
    expect(rows[2]).toBeCloseTo(share, 6);
    expect(rows[3]).toBeCloseTo(1 - share, 6);
  });
});

describe('centred average', () => {
  const smoothed = (time: number, rate: number) => {
    const rows = step(rate);
    smooth(rows, 1, 1 / rate, { ...none, smoothing: 'average', averageTime: time });
    return rows;
  };

  it('has no lag: a step becomes a ramp with its middle where the step was', () => {
    const rows = smoothed(0.2, 600);
    expect((rows[299]! + rows[300]!) / 2).toBeCloseTo(0.5, 6);
    expect(rows[300 - 65]).toBe(0);
    expect(rows[300 + 65]).toBeCloseTo(1, 6);
    expect((rows[329]! + rows[330]!) / 2).toBeCloseTo(0.75, 6);
  });

  it('keeps a constant, and the sum of what it averages', () => {
    const flat = new Float32Array(50).fill(0.7);
    smooth(flat, 1, 1 / 60, { ...none, smoothing: 'average', averageTime: 0.123 });
    flat.forEach((value) => expect(value).toBeCloseTo(0.7, 6));
    const rows = smoothed(0.1, 600);
    expect(rows.reduce((sum, value) => sum + value, 0)).toBeCloseTo(600, 2);
  });

  it('need not be a whole number of rows wide', () => {
    const rows = Float32Array.of(0, 0, 1, 0, 0);
    smooth(rows, 1, 1, { ...none, smoothing: 'average', averageTime: 2 });
    expect(Array.from(rows)).toEqual([0, 0.25, 0.5, 0.25, 0]);
  });
});

describe('spring', () => {
  /** Step response of the damped oscillator in closed form. */
  function closedForm(hz: number, damping: number, t: number): number {
    const w = 2 * Math.PI * hz;
    if (damping === 1) return 1 - Math.exp(-w * t) * (1 + w * t);
    if (damping < 1) {
      const wd = w * Math.sqrt(1 - damping ** 2);
      return 1 - Math.exp(-damping * w * t) * (Math.cos(wd * t) + (damping * w * Math.sin(wd * t)) / wd);
    }
    const root = Math.sqrt(damping ** 2 - 1);
    const [fast, slow] = [w * (damping + root), w * (damping - root)];
    return 1 - (fast * Math.exp(-slow * t) - slow * Math.exp(-fast * t)) / (fast - slow);
  }

  it.each([
    [2, 0.2],
    [4, 0.5],
    [3, 1],
    [2, 2.5],
  ])(
    'of %d Hz and damping %d follows the closed form of the damped oscillator',
    (springHz, springDamping) => {
      for (const rate of [60, 240]) {
        const rows = new Float32Array(rate * 2).fill(1, 1);
        smooth(rows, 1, 1 / rate, { ...none, smoothing: 'spring', springHz, springDamping });
        for (const n of [1, 5, 17, 40]) {
          expect(rows[n]).toBeCloseTo(closedForm(springHz, springDamping, n / rate), 5);
        }
      }
    },
  );
});

describe('smoothing across bands', () => {
  it('spreads a band over its neighbours and keeps what is level', () => {
    const rows = Float32Array.of(0, 0, 1, 0, 0);
    smooth(rows, 5, 1, { ...none, acrossBands: 1 });
    expect(Array.from(rows)).toEqual([0, 0.25, 0.5, 0.25, 0].map((value) => expect.closeTo(value, 6)));
    const flat = new Float32Array(7).fill(0.3);
    smooth(flat, 7, 1, { ...none, acrossBands: 2.5 });
    flat.forEach((value) => expect(value).toBeCloseTo(0.3, 6));
  });
});

/** Held peaks of one band. */
function holdPeaks(rows: Float32Array, hold: number, fall: number, step: number): Float32Array {
  const out = new Float32Array(rows.length);
  settleRows(rows, 1, step, none, new Float32Array(rows.length), undefined, { hold, fall, out });
  return out;
}

describe('peaks', () => {
  it('hold, then fall at the set rate until the level meets them', () => {
    const rows = Float32Array.of(0, 1, 0, 0, 0, 0, 0.6, 0);
    const peaks = Array.from(holdPeaks(rows, 0.2, 2, 0.1));
    expect(peaks).toEqual([0, 1, 1, 1, 0.8, 0.6, 0.6, 0.6].map((value) => expect.closeTo(value, 5)));
  });

  it('fall alike at any rate', () => {
    const after = (rate: number) => {
      const rows = new Float32Array(rate + 1);
      rows[0] = 1;
      return holdPeaks(rows, 0.33, 0.5, 1 / rate)[rate]!;
    };
    expect(after(60)).toBeCloseTo(after(480), 5);
    expect(after(60)).toBeCloseTo(1 - 0.5 * 0.67, 5);
  });
});
