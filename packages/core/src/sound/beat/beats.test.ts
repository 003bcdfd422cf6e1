import { describe, expect, it } from 'vitest';
import { FluxListener } from '../follower/fluxListener';
import { listenToAll } from '../hearing/listen';
import { noise, readerOf } from '../../testing';
import { beatsBetween, beatsFromTaps, nearestBeat, scaleTempo, shiftBeats } from './beats';
import { estimateBeats } from './tempo';

const beats = { bpm: 120, first: 0.25, perBar: 4 };

describe('the beat grid', () => {
  it('has its beats, and knows where bars begin', () => {
    expect(beatsBetween(beats, 0, 2.3)).toEqual(
      [0.25, 0.75, 1.25, 1.75, 2.25].map((time, i) => ({ time, bar: i % 4 === 0 })),
    );
    expect(beatsBetween(beats, -2, -1.7)).toEqual([{ time: -1.75, bar: true }]);
  });

  it('finds the nearest beat, doubles, halves and shifts', () => {
    expect(nearestBeat(beats, 0.9)).toBeCloseTo(0.75, 9);
    expect([scaleTempo(beats, 2).bpm, scaleTempo(beats, 0.5).bpm]).toEqual([240, 60]);
    expect(shiftBeats(beats, 1).first).toBeCloseTo(0.75, 9);
  });

  it('comes from taps, by a line through them', () => {
    const taps = [0.26, 0.74, 1.26, 1.74, 2.25].map((time) => time + 10);
    const found = beatsFromTaps(taps, 3)!;
    expect(found.bpm).toBeCloseTo(120, 0);
    expect(found.first).toBeCloseTo(10.25, 1);
    expect(found.perBar).toBe(3);
    expect(beatsFromTaps(taps.slice(0, 3), 4)).toBeUndefined();
    expect(beatsFromTaps([1, 1, 1, 1], 4)).toBeUndefined();
  });
});

describe('estimating beats', () => {
  async function estimate(sound: Float32Array) {
    const listener = new FluxListener('mid', 30, 16000, sound.length);
    await listenToAll(listener, readerOf(sound));
    return estimateBeats(listener.raw(), listener.rate);
  }

  it.each([72, 97.3, 124, 150])('finds %d clicks a minute within 0.5, and where they are', async (bpm) => {
    const period = Math.round((48000 * 60) / bpm);
    const sound = noise(48000 * 20, 6).map((value, n) => ((n + 9000) % period < 600 ? 0.5 * value : 0));
    const found = (await estimate(sound))!;
    expect(Math.abs(found.bpm - bpm)).toBeLessThan(0.5);
    const start = (period - 9000) / 48000;
    const off = (found.first - start) / (60 / found.bpm);
    expect(Math.abs(off - Math.round(off)) * (60 / found.bpm)).toBeLessThan(0.03);
  });

  it('finds none in silence', async () => {
    expect(await estimate(new Float32Array(48000 * 4))).toBeUndefined();
  });
});
