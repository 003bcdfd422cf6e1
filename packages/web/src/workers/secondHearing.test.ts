import { BandListener, defaultEar, silenceDb } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { StretchAnswer, StretchWish } from './bands.worker';
import { SecondHearing } from './secondHearing';

/** A worker that notes its wishes, to be answered by hand. */
class FakeWorker {
  static all: FakeWorker[] = [];
  wishes: StretchWish[] = [];
  onmessage: (event: { data: StretchAnswer }) => void = () => {};
  onerror: () => void = () => {};
  constructor() {
    FakeWorker.all.push(this);
  }
  postMessage(wish: StretchWish): void {
    this.wishes.push(wish);
  }
  answer(answer: StretchAnswer): void {
    this.onmessage({ data: answer });
  }
}

const length = 48000 * 4;
const ear = { ...defaultEar('e'), bands: 8 };
const source = { ear, tracks: [] };
const listenerOf = () => new BandListener(ear, ear.channel, length);

beforeEach(() => {
  FakeWorker.all = [];
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => vi.unstubAllGlobals());

describe('a second hearing', () => {
  it('puts what it has heard into the listener, where it belongs', async () => {
    const listener = listenerOf();
    const second = new SecondHearing();
    const heard = second.hear(listener, 'key', source, length, { first: 60, count: 2 });
    const [worker] = FakeWorker.all;
    expect(worker!.wishes).toMatchObject([{ key: 'key', length, stretch: { first: 60, count: 2 } }]);
    worker!.answer({ id: worker!.wishes[0]!.id, db: Float32Array.from({ length: 16 }, (_, i) => -1 - i) });
    await heard;
    expect(Array.from(listener.db.subarray(60 * 8, 62 * 8))).toEqual(
      Array.from({ length: 16 }, (_, i) => -1 - i),
    );
    expect(listener.db[60 * 8 - 1]).toBe(silenceDb);
    expect([59, 60, 61, 62].map((moment) => listener.heard[moment])).toEqual([0, 1, 1, 0]);
  });

  it('keeps several wishes apart, with one worker', async () => {
    const second = new SecondHearing();
    const [a, b] = [listenerOf(), listenerOf()];
    const both = [
      second.hear(a, 'a', source, length, { first: 0, count: 1 }),
      second.hear(b, 'b', source, length, { first: 0, count: 1 }),
    ];
    expect(FakeWorker.all).toHaveLength(1);
    const [worker] = FakeWorker.all;
    const [forA, forB] = worker!.wishes;
    worker!.answer({ id: forB!.id, db: new Float32Array(8).fill(-2) });
    worker!.answer({ id: forA!.id, db: new Float32Array(8).fill(-1) });
    await Promise.all(both);
    expect([a.db[0], b.db[0]]).toEqual([-1, -2]);
  });

  it('says why it could not hear, and leaves the listener as it was', async () => {
    const listener = listenerOf();
    const second = new SecondHearing();
    const heard = second.hear(listener, 'key', source, length, { first: 0, count: 1 });
    FakeWorker.all[0]!.answer({ id: FakeWorker.all[0]!.wishes[0]!.id, problem: 'the sound is gone' });
    await expect(heard).rejects.toThrow('the sound is gone');
    expect(listener.heard[0]).toBe(0);
  });

  it('helps with songs of up to a quarter of an hour, and not while one plays', () => {
    const second = new SecondHearing();
    expect([240, 900, 901, 3600].map((seconds) => second.canHelp(seconds))).toEqual([
      true,
      true,
      false,
      false,
    ]);
    second.allowed = false;
    expect(second.canHelp(240)).toBe(false);
  });

  it('is not asked again after its worker has died', async () => {
    const second = new SecondHearing();
    const heard = second.hear(listenerOf(), 'key', source, length, { first: 0, count: 1 });
    FakeWorker.all[0]!.onerror();
    await expect(heard).rejects.toThrow('stopped');
    expect(second.canHelp(240)).toBe(false);
  });
});
