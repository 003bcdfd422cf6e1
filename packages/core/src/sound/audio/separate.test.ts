import { describe, expect, it } from 'vitest';
import { windowSamples } from '../spectrum/windows';
import { noise, readerOf, referenceTransform, sine } from '../../testing';
import { LastUsed } from '../../contract/lastUsed';
import { PartReader } from './partReader';
import { separate } from './separate';

type SoundPart = 'harmonic' | 'percussive';

/** The part of a sound by the definition (Fitzgerald, DAFx 2010): medians by sorting, transforms by the package fft.js. */
function partByDefinition(sound: Float32Array, part: SoundPart): Float64Array {
  const [size, hop, half] = [4096, 1024, 8];
  const window = windowSamples('hann', size);
  const firstFrame = -3 - half;
  const frames = Array.from({ length: Math.ceil(sound.length / hop) + 4 + 2 * half }, (_, i) => {
    const start = (firstFrame + i) * hop;
    return referenceTransform(window.map((w, n) => w * (sound[start + n] ?? 0)));
  });
  const magnitudes = frames.map(([re, im]) => re.map((value, k) => Math.hypot(value, im[k]!)));
  const median = (values: number[]) => values.sort((a, b) => a - b)[half]!;
  const around = Array.from({ length: 2 * half + 1 }, (_, i) => i - half);
  const out = new Float64Array(sound.length);
  for (let frame = half; frame < frames.length - half; frame++) {
    const [re, im] = frames[frame]!;
    const shares = Array.from(re, (_, k) => {
      const harmonic = median(around.map((d) => magnitudes[frame + d]![k]!)) ** 2;
      // All bins of the transform: below 0 Hz lie those of negative frequencies.
      const percussive = median(around.map((d) => magnitudes[frame]![(k + d + size) % size]!)) ** 2;
      const sum = harmonic + percussive;
      return sum > 0 ? (part === 'harmonic' ? harmonic : percussive) / sum : 0.5;
    });
    const times = (values: Float64Array) => values.map((value, k) => value * shares[k]!);
    const [back] = referenceTransform(times(re), times(im), true);
    const start = (firstFrame + frame) * hop;
    for (let n = 0; n < size; n++) {
      if (start + n >= 0 && start + n < out.length) out[start + n]! += (back[n]! * window[n]!) / 1.5;
    }
  }
  return out;
}

describe('harmonic and percussive parts', () => {
  const length = 48000 * 2;
  /** A held chord, and clicks of 4 ms of noise every half second. */
  const notes = sine(330, length).map(
    (value, n) => 0.2 * value + 0.1 * Math.sin((2 * Math.PI * 523 * n) / 48000),
  );
  const strokes = noise(length, 5).map((value, n) => (n % 24000 < 200 ? 0.6 * value : 0));
  const sound = notes.map((value, n) => value + strokes[n]!);
  const parts = async (start = 0, count = length) => {
    const [harmonic, percussive] = [new Float32Array(count), new Float32Array(count)];
    const reader = new PartReader(readerOf(sound));
    await reader.of('harmonic')('mid', start, harmonic);
    await reader.of('percussive')('mid', start, percussive);
    return { harmonic, percussive };
  };
  const rmsDb = (values: ArrayLike<number>) =>
    10 *
    Math.log10(Array.from(values).reduce((sum, value) => sum + value * value, 0) / values.length + 1e-20);

  it('add up to the whole: the error is below -60 dB', async () => {
    const { harmonic, percussive } = await parts();
    const error = sound.map((value, n) => value - harmonic[n]! - percussive[n]!);
    expect(rmsDb(error) - rmsDb(sound)).toBeLessThan(-60);
  });

  it('hold the notes and the strokes (Fitzgerald, DAFx 2010)', async () => {
    const { harmonic, percussive } = await parts();
    const difference = (a: Float32Array, b: Float32Array) => a.map((value, n) => value - b[n]!);
    // What of each part is not what it should be lies well below it.
    expect(rmsDb(difference(harmonic, notes)) - rmsDb(notes)).toBeLessThan(-12);
    expect(rmsDb(difference(percussive, strokes)) - rmsDb(strokes)).toBeLessThan(-6);
  });

  it.each(['harmonic', 'percussive'] as const)('are those of the definition: %s', async (part) => {
    const short = sound.subarray(20_000, 34_321);
    const expected = partByDefinition(short, part);
    const out = new Float32Array(short.length);
    await new PartReader(readerOf(short)).of(part)('mid', 0, out);
    // Magnitudes are compared in single precision.
    for (let n = 0; n < out.length; n++) expect(Math.abs(out[n]! - expected[n]!)).toBeLessThan(2e-6);
  });

  it('of silence are silence', async () => {
    const out = new Float32Array(5000);
    await separate(() => {}, -700, out);
    expect(out.every((value) => value === 0)).toBe(true);
  });

  it('come out the same however the song is cut', async () => {
    const whole = await parts();
    const piece = await parts(30011, 5000);
    for (let n = 0; n < 5000; n += 7) {
      expect(piece.harmonic[n]).toBeCloseTo(whole.harmonic[30011 + n]!, 6);
      expect(piece.percussive[n]).toBeCloseTo(whole.percussive[30011 + n]!, 6);
    }
  });

  it('are worked out once for both, as long as they are kept; of a short piece only what is wanted', async () => {
    let read = 0;
    const blocks = new LastUsed<Float32Array>(1);
    const reader = new PartReader((signal, start, out) => {
      read += out.length;
      return readerOf(sound)(signal, start, out);
    }, blocks);
    const short = new Float32Array(1000);
    await reader.of('percussive')('mid', 5000, short);
    // Itself, and the frames around it whose medians are taken.
    expect(read).toBeLessThan(40_000);
    const long = new Float32Array(70_000);
    await reader.of('percussive')('mid', 0, long);
    expect(Array.from(short)).toEqual(
      Array.from(long.subarray(5000, 6000), (value) => expect.closeTo(value, 6)),
    );
    const before = read;
    await reader.of('percussive')('mid', 5000, short.fill(0));
    expect(read).toBe(before);
    await reader.of('harmonic')('mid', 5000, short.fill(0));
    expect(read).toBe(before + 1000);
    await reader.of('percussive')('side', 0, long.fill(0));
    await reader.of('percussive')('mid', 0, long.fill(0));
    expect(read).toBeGreaterThan(before + 2 * 70_000);
  });
});
