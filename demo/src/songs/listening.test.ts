import {
  defaultEar,
  defaultFollower,
  estimateBeats,
  FluxListener,
  FollowerHearing,
  followerPresets,
  listenToAll,
  PartReader,
  type ReadSignal,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import type { Stem } from '../synth/stem';
import { breakwater } from './breakwater';
import { songs } from './index';
import { mixDown } from './song';

const reader =
  ({ left, right }: Stem): ReadSignal =>
  (_signal, start, out) => {
    for (let n = Math.max(0, -start); n < out.length && start + n < left.length; n++) {
      out[n] = (left[start + n]! + right[start + n]!) / 2;
    }
  };

const tempos: Record<string, number> = { breakwater: 124, 'slow-tide': 60, 'dry-dock': 96 };

describe('tempo', () => {
  it.each(songs.map((song) => [song.title, song] as const))(
    'of %s is found within 0.5',
    async (_title, song) => {
      const mix = mixDown(song.play());
      const listener = new FluxListener('mid', 30, 16000, mix.left.length);
      await listenToAll(listener, reader(mix));
      const beats = estimateBeats(listener.raw(), listener.rate)!;
      expect(Math.abs(beats.bpm - tempos[song.id]!)).toBeLessThan(0.5);
    },
  );
});

describe('presets find what they are for', () => {
  const stems = breakwater.play();
  const mix = mixDown(stems);
  const beat = 60 / 124;
  const barsWith = (ranges: [number, number][], steps: number[]) =>
    ranges.flatMap(([from, to]) =>
      Array.from({ length: to - from }, (_, i) =>
        steps.map((step) => (from + i) * 4 * beat + (step * beat) / 4),
      ).flat(),
    );

  async function fires(presetId: string, stem: Stem): Promise<number[]> {
    const preset = followerPresets.find(({ id }) => id === presetId)!;
    const follower = { ...defaultFollower('f', 'e'), ...preset.settings };
    const hearing = new FollowerHearing(follower, defaultEar('e'), stem.left.length);
    await listenToAll(hearing, reader(stem));
    hearing.settle();
    return hearing.fires;
  }

  /** Within 50 ms counts as found (common practice in onset detection). */
  const near = (a: number, b: number) => Math.abs(a - b) < 0.05;

  // The bass line plays where the kick sounds, so that the mix hides it: it is followed on its own track.
  const known = {
    kick: barsWith(
      [
        [4, 20],
        [26, 37],
      ],
      [0, 4, 8, 12],
    ),
    hats: barsWith(
      [
        [2, 20],
        [26, 36],
      ],
      [0, 2, 4, 6, 8, 10, 12, 14],
    ),
    'bass-line': barsWith(
      [
        [8, 20],
        [26, 36],
      ],
      [2, 6, 7, 10, 14],
    ),
  };
  const cases = ['kick', 'hats', 'bass-line'] as const;
  it.each(cases)('%s: at least 95 percent of the hits, less than 5 percent false ones', async (id) => {
    const times = known[id];
    const stem = id === 'bass-line' ? stems[1]! : mix;
    const found = await fires(id, stem);
    const hits = times.filter((time) => found.some((other) => near(time, other)));
    const wrong = found.filter((time) => !times.some((other) => near(time, other)));
    expect(hits.length / times.length).toBeGreaterThanOrEqual(0.95);
    expect(wrong.length / found.length).toBeLessThan(0.05);
  });

  it('the kick dominates the percussive part of the mix', async () => {
    const [kick, , , , pad] = stems;
    const from = Math.round(28 * 4 * beat * 48000);
    const count = Math.round(4 * beat * 48000);
    const percussive = new Float32Array(count);
    await new PartReader(reader(mix)).of('percussive')('mid', from, percussive);
    const like = async (stem: Stem) => {
      const own = new Float32Array(count);
      await reader(stem)('mid', from, own);
      let [products, a, b] = [0, 0, 0];
      own.forEach((value, n) => {
        products += value * percussive[n]!;
        a += value * value;
        b += percussive[n]! ** 2;
      });
      return products / Math.sqrt(a * b);
    };
    expect(await like(kick!)).toBeGreaterThan(0.7);
    expect(Math.abs(await like(pad!))).toBeLessThan(0.3);
  });
});
