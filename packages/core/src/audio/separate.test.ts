import { describe, expect, it } from 'vitest';
import { noise, readerOf, sine } from '../testing';
import { slidingMedian, TimeMedian } from './median';
import { partReader } from './partReader';

describe('medians', () => {
  const values = noise(60, 8);
  const plainMedian = (part: Float32Array) => Array.from(part).sort((a, b) => a - b)[part.length >> 1]!;

  it('of the values around each value', () => {
    const out = new Float32Array(60);
    slidingMedian(values, 7, out);
    for (let i = 3; i < 57; i++) expect(out[i]).toBe(plainMedian(values.subarray(i - 3, i + 4)));
  });

  it('of each column over the last rows, equal values included', () => {
    const median = new TimeMedian(3, 5);
    const rows = Array.from({ length: 20 }, (_, n) =>
      Float32Array.of(values[n]!, Math.round(values[n + 20]! * 2), n % 3),
    );
    const out = new Float32Array(3);
    rows.forEach((row, n) => {
      median.push(row);
      if (n < 4) return;
      median.median(out);
      for (let column = 0; column < 3; column++) {
        const last = rows.slice(n - 4, n + 1).map((r) => r[column]!);
        expect(out[column]).toBe(plainMedian(Float32Array.from(last)));
      }
    });
  });
});

describe('sustained and struck parts', () => {
  const length = 48000 * 2;
  /** A held chord, and clicks of 4 ms of noise every half second. */
  const notes = sine(330, length).map(
    (value, n) => 0.2 * value + 0.1 * Math.sin((2 * Math.PI * 523 * n) / 48000),
  );
  const strokes = noise(length, 5).map((value, n) => (n % 24000 < 200 ? 0.6 * value : 0));
  const sound = notes.map((value, n) => value + strokes[n]!);
  const parts = async (start = 0, count = length) => {
    const [sustained, struck] = [new Float32Array(count), new Float32Array(count)];
    await partReader(readerOf(sound), 'sustained')('middle', start, sustained);
    await partReader(readerOf(sound), 'struck')('middle', start, struck);
    return { sustained, struck };
  };
  const rmsDb = (values: ArrayLike<number>) =>
    10 *
    Math.log10(Array.from(values).reduce((sum, value) => sum + value * value, 0) / values.length + 1e-20);

  it('add up to the whole: the error is below -60 dB', async () => {
    const { sustained, struck } = await parts();
    const error = sound.map((value, n) => value - sustained[n]! - struck[n]!);
    expect(rmsDb(error) - rmsDb(sound)).toBeLessThan(-60);
  });

  it('hold the notes and the strokes (Fitzgerald, DAFx 2010)', async () => {
    const { sustained, struck } = await parts();
    const difference = (a: Float32Array, b: Float32Array) => a.map((value, n) => value - b[n]!);
    // What of each part is not what it should be lies well below it.
    expect(rmsDb(difference(sustained, notes)) - rmsDb(notes)).toBeLessThan(-12);
    expect(rmsDb(difference(struck, strokes)) - rmsDb(strokes)).toBeLessThan(-6);
  });

  it('come out the same however the song is cut', async () => {
    const whole = await parts();
    const piece = await parts(30011, 5000);
    for (let n = 0; n < 5000; n += 7) {
      expect(piece.sustained[n]).toBeCloseTo(whole.sustained[30011 + n]!, 6);
      expect(piece.struck[n]).toBeCloseTo(whole.struck[30011 + n]!, 6);
    }
  });
});
