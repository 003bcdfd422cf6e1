import { describe, expect, it } from 'vitest';
import { listenToAll } from '../hearing/listen';
import { integratedLoudness, LoudnessListener } from './loudness';

/** A stereo sine of 1 kHz whose level in dBFS changes: [dBFS, seconds] after one another. */
function tone(...parts: [number, number][]): Float32Array {
  const samples: number[] = [];
  for (const [db, seconds] of parts) {
    const gain = 10 ** (db / 20);
    for (let n = 0; n < seconds * 48000; n++) {
      samples.push(gain * Math.sin((2 * Math.PI * 1000 * samples.length) / 48000));
    }
  }
  return Float32Array.from(samples);
}

async function momentary(samples: Float32Array): Promise<Float32Array> {
  const listener = new LoudnessListener('mid', samples.length);
  await listenToAll(listener, (_signal, start, out) => {
    for (let n = Math.max(0, -start); n < out.length && start + n < samples.length; n++) {
      out[n] = samples[start + n]!;
    }
  });
  return listener.raw();
}

// EBU Tech 3341 (2016), table 1: stereo sines of 1 kHz, each to be met within 0.1 LU.
describe('the test signals of EBU Tech 3341', () => {
  it.each([
    [1, -23, [[-23, 20]]],
    [2, -33, [[-33, 20]]],
    [
      3,
      -23,
      [
        [-36, 10],
        [-23, 60],
        [-36, 10],
      ],
    ],
    [
      4,
      -23,
      [
        [-72, 10],
        [-36, 10],
        [-23, 60],
        [-36, 10],
        [-72, 10],
      ],
    ],
    [
      5,
      -23,
      [
        [-26, 20],
        [-20, 20.1],
        [-26, 20],
      ],
    ],
  ] as [number, number, [number, number][]][])(
    '%i: integrated loudness is %d LUFS',
    async (_n, lufs, parts) => {
      expect(Math.abs(integratedLoudness(await momentary(tone(...parts))) - lufs)).toBeLessThan(0.1);
    },
  );

  it('1: momentary loudness is -23 LUFS', async () => {
    const loudness = await momentary(tone([-23, 2]));
    expect(Math.abs(loudness[60]! + 23)).toBeLessThan(0.1);
  });
});

it('a full-scale sine of 997 Hz in one channel reads -3.01 LUFS (ITU-R BS.1770-4, annex 1)', async () => {
  const samples = Float32Array.from({ length: 96000 }, (_, n) => Math.sin((2 * Math.PI * 997 * n) / 48000));
  const listener = new LoudnessListener('left', samples.length);
  await listenToAll(listener, (_signal, start, out) => {
    for (let n = Math.max(0, -start); n < out.length && start + n < samples.length; n++) {
      out[n] = samples[start + n]!;
    }
  });
  expect(Math.abs(listener.raw()[60]! + 3.01)).toBeLessThan(0.02);
});

it('silence reads -120 LUFS', async () => {
  const loudness = await momentary(new Float32Array(48000));
  expect(loudness.every((value) => value === -120)).toBe(true);
  expect(integratedLoudness(loudness)).toBe(-120);
});
