import { describe, expect, it } from 'vitest';
import { mapLevels, tiltDb } from './levelLaw';
import { onePoleShare, smoothAttackRelease } from './smoothing';

describe('level law', () => {
  const law = { floorDb: -60, ceilingDb: -20, tiltDbPerOctave: 0 };
  const map = (values: number[], part = {}) => {
    const out = new Float32Array(values.length);
    mapLevels(Float32Array.from(values), new Float64Array(values.length), { ...law, ...part }, out);
    return Array.from(out);
  };

  it('maps floor to 0, ceiling to 1, straight in dB between', () => {
    expect(map([-60, -40, -20, -50])).toEqual([0, 0.5, 1, 0.25]);
  });

  it('holds at both ends', () => expect(map([-200, 0])).toEqual([0, 1]));

  it('tilts by dB per octave around 1 kHz', () => {
    const tilts = tiltDb(
      Float64Array.of(500 / Math.SQRT2, 500 * Math.SQRT2, 1000 * Math.SQRT2, 2000 * Math.SQRT2),
      3,
    );
    expect(tilts[0]).toBeCloseTo(-3, 10);
    expect(tilts[1]).toBeCloseTo(0, 10);
    expect(tilts[2]).toBeCloseTo(3, 10);
  });
});

describe('attack and release', () => {
  /** A step up at row 10 and down at row 110, one band. */
  const step = (attack: number, release: number, rate: number) => {
    const rows = new Float32Array(rate * 2);
    rows.fill(1, rate / 2, (3 * rate) / 2);
    smoothAttackRelease(rows, 1, attack, release, 1 / rate);
    return rows;
  };

  it('follow the one-pole closed form: 1 - exp(-t / attack)', () => {
    const rows = step(0.1, 0.2, 600);
    for (const t of [0.05, 0.1, 0.3])
      expect(rows[300 + Math.round(t * 600) - 1]).toBeCloseTo(1 - Math.exp(-t / 0.1), 5);
    const top = rows[899]!;
    for (const t of [0.1, 0.2, 0.4])
      expect(rows[900 + Math.round(t * 600) - 1]).toBeCloseTo(top * Math.exp(-t / 0.2), 5);
  });

  it('look alike at any rate', () => {
    const slow = step(0.1, 0.2, 60);
    const fast = step(0.1, 0.2, 480);
    for (const t of [0.2, 0.6, 0.9, 1.2, 1.7]) {
      expect(Math.abs(slow[Math.round(t * 60)]! - fast[Math.round(t * 480)]!)).toBeLessThan(0.09);
    }
  });

  it('of 0 ms follow at once', () => {
    expect(onePoleShare(0, 0.01)).toBe(1);
    expect(Array.from(step(0, 0, 60).subarray(28, 32))).toEqual([0, 0, 1, 1]);
  });

  it('keep bands apart', () => {
    const rows = Float32Array.of(0, 1, 1, 0, 1, 0);
    smoothAttackRelease(rows, 2, 0.01, 0.01, 0.01);
    const share = 1 - Math.exp(-1);
    expect(rows[2]).toBeCloseTo(share, 6);
    expect(rows[3]).toBeCloseTo(1 - share, 6);
  });
});
