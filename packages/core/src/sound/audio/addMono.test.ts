import { expect, it } from 'vitest';
import { addMono } from './addMono';

const stereo = Int16Array.of(16384, 8192, -16384, 16384);
const taken = (channel: Parameters<typeof addMono>[2], channels: 1 | 2 = 2) => {
  const out = new Float32Array(stereo.length / channels);
  addMono(stereo, channels, channel, 1, out);
  return Array.from(out);
};

it('takes left, right, what both share, and what sets them apart', () => {
  expect(taken('left')).toEqual([0.5, -0.5]);
  expect(taken('right')).toEqual([0.25, 0.5]);
  expect(taken('mid')).toEqual([0.375, 0]);
  expect(taken('side')).toEqual([0.125, -0.5]);
});

it('hears a mono track on both sides, and nothing that sets them apart', () => {
  expect(taken('mid', 1)).toEqual([0.5, 0.25, -0.5, 0.5]);
  expect(taken('left', 1)).toEqual(taken('right', 1));
  expect(taken('side', 1)).toEqual([0, 0, 0, 0]);
});

it.each([1, 2] as const)(
  'adds a whole stretch of a track of %i channels, and nothing beside it',
  (channels) => {
    // Longer than what is added at a time, and not a multiple of it.
    const count = 10_007;
    const noise = Int16Array.from({ length: channels * count }, (_, n) => ((n * 7919 + 13) % 65536) - 32768);
    const out = new Float32Array(count + 5).fill(0.25);
    addMono(noise, channels, 'side', 0.7, out, 3);
    addMono(noise, channels, 'right', 0.7, out, 3);
    for (let n = 0; n < count; n++) {
      const [left, right] = channels === 2 ? [noise[2 * n]!, noise[2 * n + 1]!] : [noise[n]!, noise[n]!];
      expect(out[3 + n]).toBeCloseTo(0.25 + (0.7 * ((left - right) / 2 + right)) / 32768, 6);
    }
    expect([0, 1, 2, count + 3, count + 4].map((n) => out[n])).toEqual([0.25, 0.25, 0.25, 0.25, 0.25]);
  },
);
