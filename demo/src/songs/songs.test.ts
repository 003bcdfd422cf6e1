import { earStandard, SegmentAnalyser } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import type { Stem } from '../synth/stem';
import { breakwater } from './breakwater';
import { dryDock } from './dryDock';
import { songs } from './index';
import { slowTide } from './slowTide';
import { mixDown, noteHz } from './song';

/** Loudest frequency of a stretch of half a second around a moment, in Hz. */
function loudestHz({ left }: Stem, at: number, fromHz: number, toHz: number, window = 0.5): number {
  const settings = { ...earStandard, fromHz, toHz, bands: 1, scale: 'linear', window } as const;
  const analyser = new SegmentAnalyser(settings, 48000);
  const power = analyser.spectrum(left, Math.round(at * 48000));
  let best = Math.ceil(fromHz / analyser.plan.binHz);
  for (let k = best; k * analyser.plan.binHz < toHz; k++) if (power[k]! > power[best]!) best = k;
  return best * analyser.plan.binHz;
}

const rms = ({ left, right }: Stem, from: number, to: number) => {
  let sum = 0;
  for (let n = Math.round(from * 48000); n < to * 48000; n++) sum += left[n]! ** 2 + right[n]! ** 2;
  return Math.sqrt(sum / ((to - from) * 96000));
};

describe.each(songs.map((song) => [song.title, song] as const))('%s', (_title, song) => {
  const stems = song.play();
  const again = song.play();

  it('is the same every time', () => {
    stems.forEach((stem, i) =>
      expect(Buffer.from(stem.left.buffer).equals(Buffer.from(again[i]!.left.buffer))).toBe(true),
    );
  });

  it('is the sum of its instruments and does not clip', () => {
    const mix = mixDown(stems);
    let max = 0;
    for (let n = 0; n < mix.left.length; n += 7) {
      const sum = stems.reduce((total, { left }) => total + left[n]!, 0);
      if (Math.abs(sum - mix.left[n]!) > 1e-4) throw new Error(`sample ${n} differs`);
      max = Math.max(max, Math.abs(mix.left[n]!));
    }
    expect(max).toBeLessThanOrEqual(0.9);
    expect(max).toBeGreaterThan(0.4);
  });

  it('has as many stems as instruments, none of them silent', () => {
    expect(stems).toHaveLength(song.instruments.length);
    for (const stem of stems) expect(rms(stem, 0, song.seconds)).toBeGreaterThan(0.001);
  });
});

describe('what is known of the songs', () => {
  const beat = 60 / 124;

  it('the kick ends at 47 Hz, on every beat from bar 5 on, and pauses in the break', () => {
    const [kick] = breakwater.play();
    expect(Math.abs(loudestHz(kick!, 16 * beat + 0.25, 30, 120, 0.3) - 47)).toBeLessThan(4);
    expect(rms(kick!, 0, 15.9 * beat)).toBe(0);
    expect(rms(kick!, 17 * beat, 17 * beat + 0.1)).toBeGreaterThan(0.1);
    expect(rms(kick!, 21 * 4 * beat, 25 * 4 * beat)).toBeLessThan(1e-3);
  });

  it('the low pipes play D2, 73.4 Hz, in the first swell', () => {
    const [pipes] = slowTide.play();
    expect(Math.abs(loudestHz(pipes!, 5, 50, 100) - noteHz(38))).toBeLessThan(2);
  });

  it('the dry song has five seconds of complete silence', () => {
    const stems = dryDock.play();
    const step = 60 / 96 / 4;
    const mix = mixDown(stems);
    expect(rms(mix, 2 * 32 * step + 0.5, 3 * 32 * step)).toBe(0);
  });

  it('notes are of equal temperament with A4 at 440 Hz (ISO 16)', () => {
    expect([noteHz(69), noteHz(57)]).toEqual([440, 220]);
    expect(noteHz(60)).toBeCloseTo(261.626, 3);
  });
});
