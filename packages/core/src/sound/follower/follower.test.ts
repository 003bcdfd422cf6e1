import { describe, expect, it } from 'vitest';
import { defaultEar } from '../ear/ear';
import { defaultFollower } from './follower';
import type { Follower } from './follower';
import { listenToAll } from '../hearing/listen';
import { noise, readerOf } from '../../testing';
import { beatPhaseAt } from './beatPhase';
import { FollowerHearing } from './followerHearing';
import { gateOpenings, holdValues, shapeValues } from './mapping';
import { pickOnsets } from './onsets';
import { riseLead } from './riseLead';

const length = 48000 * 8;
/** Bursts of 80 Hz, 120 ms long, twice a second, alternately full and half as loud; steady hiss above. */
const bursts = noise(length, 3).map((hiss, n) => {
  const within = n % 24000;
  const gain = Math.floor(n / 24000) % 2 === 0 ? 0.8 : 0.2;
  const shape = within < 5760 ? Math.sin((Math.PI * within) / 5760) : 0;
  return gain * shape * Math.sin((2 * Math.PI * 80 * n) / 48000) + 0.01 * hiss;
});

async function follow(part: Partial<Follower>, sound: Float32Array = bursts): Promise<FollowerHearing> {
  const follower = { ...defaultFollower('f', 'e'), attack: 0, release: 0, ...part };
  const hearing = new FollowerHearing(follower, { ...defaultEar('e'), window: 0.05 }, sound.length);
  await listenToAll(hearing, readerOf(sound));
  hearing.settle();
  return hearing;
}

describe('a follower of a range', () => {
  const range = { kind: 'range', fromHz: 60, toHz: 110, unit: 'db' } as const;

  it('opens once for each burst above the gate, and says how often a minute', async () => {
    const all = await follow({ ...range, gateDb: -25, ceilingDb: -5 });
    expect(all.fires).toHaveLength(16);
    expect(Math.abs(all.firesPerMinute - 120)).toBeLessThan(1);
    expect((await follow({ ...range, gateDb: -8, ceilingDb: -1 })).fires).toHaveLength(8);
  });

  it('measures gate and ceiling against the song: the same at another level of the whole song', async () => {
    const settings = { ...range, unit: 'percent', gatePercent: 80, ceilingPercent: 99 } as const;
    const loud = await follow(settings);
    const quiet = await follow(
      settings,
      bursts.map((value) => value / 10),
    );
    expect(quiet.fires).toHaveLength(loud.fires.length);
    expect(quiet.gate).toBeCloseTo(loud.gate - 20, 1);
    for (let n = 0; n < loud.values.length; n += 11) expect(quiet.values[n]).toBeCloseTo(loud.values[n]!, 3);
  });

  it('is 0 below the gate, 1 above the ceiling, and hears nothing of another range', async () => {
    const { values, rate } = await follow({ ...range, gateDb: -30, ceilingDb: -10 });
    expect(values[Math.round(1.06 * rate)]).toBe(1);
    expect(values[Math.round(0.35 * rate)]).toBe(0);
    const high = await follow({ ...range, fromHz: 300, toHz: 400, gateDb: -30, ceilingDb: -10 });
    expect(Math.max(...high.values)).toBe(0);
  });

  it('of a silent song never fires', async () => {
    for (const unit of ['percent', 'db'] as const) {
      const { fires, values } = await follow({ ...range, unit }, new Float32Array(48000));
      expect(fires).toEqual([]);
      expect(Math.max(...values)).toBe(0);
    }
  });
});

describe('the lead of a rise', () => {
  /** Tones of 80 Hz that begin at once, at known moments: 0.5 s apart, each 0.2 s long. */
  const starts = Array.from({ length: 15 }, (_, i) => 0.4 + 0.5 * i);
  const strokes = new Float32Array(length);
  for (const start of starts)
    for (let n = 0; n < 9600; n++)
      strokes[Math.round(start * 48000) + n] = 0.6 * Math.sin((2 * Math.PI * 80 * n) / 48000);
  const range = { kind: 'range', fromHz: 60, toHz: 110, unit: 'db' } as const;

  it('is from half of the value to the stroke, and the delay that it asks for brings both together', async () => {
    for (const [gateDb, ceilingDb] of [
      [-60, -20],
      [-40, -12],
      [-12, -6],
    ] as const) {
      const { raw, values, rate, fires } = await follow({ ...range, gateDb, ceilingDb }, strokes);
      const lead = riseLead(raw, values, rate, fires)!;
      // Where the value passes a half, delayed by it, is where the stroke begins: by the tones' own moments.
      const away = starts.map((start) => {
        let n = Math.round((start - 0.1) * rate);
        while (values[n]! < 0.5) n++;
        return (n - 1 + (0.5 - values[n - 1]!) / (values[n]! - values[n - 1]!)) / rate + lead - start;
      });
      for (const distance of away) expect(Math.abs(distance)).toBeLessThan(0.006);
    }
  });

  it('is longer the farther the gate lies below, and nothing without hits', async () => {
    const leadAt = async (gateDb: number) => {
      const { raw, values, rate, fires } = await follow({ ...range, gateDb, ceilingDb: -10 }, strokes);
      return riseLead(raw, values, rate, fires)!;
    };
    expect(await leadAt(-60)).toBeGreaterThan((await leadAt(-20)) + 0.004);
    const { raw, values, rate } = await follow({ ...range, gateDb: -40 }, new Float32Array(48000));
    expect(riseLead(raw, values, rate, [])).toBeUndefined();
  });
});

describe('onsets', () => {
  it('are found where bursts begin, and nowhere else, whatever the level of the song', async () => {
    for (const gain of [1, 0.1]) {
      const sound = noise(length, 9).map((value, n) => (n % 24000 < 1200 ? gain * 0.5 * value : 0));
      const { fires } = await follow({ kind: 'onsets', fromHz: 500, toHz: 8000 }, sound);
      // The first burst begins with the song: nothing has been there before it.
      expect(fires.length).toBeGreaterThanOrEqual(15);
      expect(fires.length).toBeLessThanOrEqual(16);
      for (const time of fires) expect(Math.abs(time - Math.round(time * 2) / 2)).toBeLessThan(0.025);
    }
  });

  it('of a steady sound are none', async () => {
    const { fires } = await follow({ kind: 'onsets', fromHz: 100, toHz: 8000 }, noise(length, 4));
    expect(fires.filter((time) => time > 0.1 && time < 7.9)).toEqual([]);
  });

  it('need less change the higher the sensitivity', () => {
    const flux = Float32Array.from({ length: 1200 }, (_, n) =>
      n % 60 === 30 ? (n % 120 === 30 ? 1 : 0.3) : 0,
    );
    const count = (sensitivity: number) => pickOnsets(flux, 120, sensitivity).length;
    expect([count(0.2), count(0.9)]).toEqual([10, 20]);
  });
});

describe('what becomes of a level', () => {
  it('the gate opens anew only after it has shut', () => {
    const raw = Float32Array.of(-50, -20, -30.5, -20, -40, -20, -50);
    expect(gateOpenings(raw, 10, -30)).toHaveLength(2);
    expect(gateOpenings(Float32Array.of(-40, -20), 10, -30)[0]).toBeCloseTo(0.05, 6);
  });

  it('hold keeps the greatest value of the time before', () => {
    const values = Float32Array.of(0, 1, 0, 0, 0, 0.5, 0);
    holdValues(values, 0.2, 0.1);
    expect(Array.from(values)).toEqual([0, 1, 1, 1, 0, 0.5, 0.5]);
  });

  it('curve, then inversion', () => {
    const follower = { ...defaultFollower('f', 'e'), attack: 0, release: 0, curve: 2, invert: true };
    const values = Float32Array.of(0, 0.5, 1);
    shapeValues(values, follower, 0.1);
    expect(Array.from(values)).toEqual([1, 0.75, 0]);
  });
});

describe('the beat phase', () => {
  const beats = { bpm: 120, first: 0.25, perBar: 4 };
  const follower = { ...defaultFollower('f', 'e'), kind: 'beat' as const };

  it('runs from 0 to 1 within a beat, or a bar', () => {
    expect(beatPhaseAt(follower, beats, 0.25)).toBeCloseTo(0, 9);
    expect(beatPhaseAt(follower, beats, 0.5)).toBeCloseTo(0.5, 9);
    expect(beatPhaseAt({ ...follower, phase: 'bar' }, beats, 1.25)).toBeCloseTo(0.5, 9);
    expect(beatPhaseAt(follower, beats, 0)).toBeCloseTo(0.5, 9);
  });

  it('can be late, inverted, and is 0 without beats', () => {
    expect(beatPhaseAt({ ...follower, delay: 0.125 }, beats, 0.5)).toBeCloseTo(0.25, 9);
    expect(beatPhaseAt({ ...follower, invert: true }, beats, 0.375)).toBeCloseTo(0.75, 9);
    expect(beatPhaseAt(follower, null, 3)).toBe(0);
  });
});
