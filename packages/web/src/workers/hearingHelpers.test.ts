import { BandListener, defaultEar, SpectrogramListener, type Stretch } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ChannelWorker } from './testChannelWorker';
import type { HelperApi, HelperTask, Preparation, SeparatedBlock, StretchLevels } from './helper.worker';
import { HearingHelpers } from './hearingHelpers';

interface Wish extends HelperTask {
  stretch: Stretch;
  resolve: (levels: StretchLevels) => void;
  reject: (error: Error) => void;
}

/** A worker at the other end of a channel that notes its wishes, to be answered by hand. */
class FakeWorker extends ChannelWorker {
  static all: FakeWorker[] = [];
  wishes: Wish[] = [];
  preparations: Preparation[] = [];
  separated: SeparatedBlock[] = [];
  rests = 0;
  /** Tells what it has separated. */
  tell: (separated: SeparatedBlock) => void = () => {};
  constructor() {
    super();
    FakeWorker.all.push(this);
    const api: HelperApi = {
      connect: (tell) => void (this.tell = tell),
      hear: (task, stretch) =>
        new Promise((resolve, reject) => this.wishes.push({ ...task, stretch, resolve, reject })),
      prepare: (preparation) => void this.preparations.push(preparation),
      rest: () => void this.rests++,
      putSeparated: (separated) => void this.separated.push(separated),
    };
    this.answerWith(api);
  }
  /** The wish that has waited longest. */
  async next(): Promise<Wish> {
    await expect.poll(() => this.wishes.length).toBeGreaterThan(0);
    return this.wishes.shift()!;
  }
}

const length = 48000 * 4;
const ear = { ...defaultEar('e'), bands: 8 };
const task: HelperTask = { what: 'bands', key: 'key', source: { ear, tracks: [] }, length };
const listenerOf = (seconds = 4) => new BandListener(ear, ear.channel, 48000 * seconds);
const stretch = { first: 60, count: 2 };

beforeEach(() => {
  FakeWorker.all = [];
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => {
  for (const worker of FakeWorker.all) worker.terminate();
  vi.unstubAllGlobals();
});

describe('helpers that hear', () => {
  it('put what they have heard into the listener, where it belongs', async () => {
    const listener = listenerOf();
    const analysed = new HearingHelpers(2).hear(listener, task, stretch);
    const wish = await FakeWorker.all[0]!.next();
    expect(wish).toMatchObject({ ...task, stretch });
    wish.resolve({ levels: Float32Array.from({ length: 16 }, (_, i) => -1 - i) });
    await analysed;
    expect(Array.from(listener.db.subarray(60 * 8, 62 * 8))).toEqual(
      Array.from({ length: 16 }, (_, i) => -1 - i),
    );
    expect([59, 60, 61, 62].map((moment) => listener.analysed[moment])).toEqual([0, 1, 1, 0]);
  });

  it('write into memory that is shared: nothing travels', async () => {
    const rows = (count: number) => new Float32Array(new SharedArrayBuffer(4 * count));
    const listener = new BandListener(ear, ear.channel, length, rows);
    const analysed = new HearingHelpers(2).hear(listener, task, stretch);
    const { table, resolve } = await FakeWorker.all[0]!.next();
    expect(table!.buffer).toBeInstanceOf(SharedArrayBuffer);
    table![60 * 8] = -7;
    expect(listener.db[60 * 8]).toBe(-7);
    resolve({ levels: undefined });
    await analysed;
    expect([59, 60, 61, 62].map((moment) => listener.analysed[moment])).toEqual([0, 1, 1, 0]);
  });

  it('hear spectrograms too', async () => {
    const listener = new SpectrogramListener('mid', length);
    const analysed = new HearingHelpers(2).hear(listener, { ...task, what: 'spectrogram' }, stretch);
    const levels = new Uint8Array(220).fill(7);
    (await FakeWorker.all[0]!.next()).resolve({ levels });
    await analysed;
    expect(listener.bytes.slice(60 * 110 - 1, 62 * 110 + 1)).toEqual(Uint8Array.of(0, ...levels, 0));
    expect(listener.analysed.slice(59, 63)).toEqual(Uint8Array.of(0, 1, 1, 0));
  });

  it('keep several wishes apart', async () => {
    const helpers = new HearingHelpers(2);
    const [a, b] = [listenerOf(), listenerOf()];
    const both = [a, b].map((listener) => helpers.hear(listener, task, { first: 0, count: 1 }));
    expect(FakeWorker.all).toHaveLength(1);
    const [worker] = FakeWorker.all;
    const [forA, forB] = [await worker!.next(), await worker!.next()];
    forB.resolve({ levels: new Float32Array(8).fill(-2) });
    forA.resolve({ levels: new Float32Array(8).fill(-1) });
    await Promise.all(both);
    expect([a.db[0], b.db[0]]).toEqual([-1, -2]);
  });

  it.each([
    [1, false, 0],
    [2, false, 1],
    [4, false, 3],
    [64, false, 3],
    [2, true, 0],
    [4, true, 1],
    [64, true, 3],
  ])(
    'of %i processors, playing: %s, are %i, each with two stretches',
    async (processors, playing, expected) => {
      const helpers = new HearingHelpers(processors);
      helpers.playing = playing;
      let given = 0;
      while (helpers.hear(listenerOf(), task, stretch)) given++;
      expect(given).toBe(2 * expected);
      await expect
        .poll(() => FakeWorker.all.map(({ wishes }) => wishes.length))
        .toEqual(new Array(expected).fill(2));
    },
  );

  it('are free again when they have answered', async () => {
    const helpers = new HearingHelpers(2);
    const first = helpers.hear(listenerOf(), task, stretch);
    void helpers.hear(listenerOf(), task, stretch);
    expect(helpers.hear(listenerOf(), task, stretch)).toBeUndefined();
    (await FakeWorker.all[0]!.next()).resolve({ levels: new Float32Array(0) });
    await first;
    expect(helpers.hear(listenerOf(), task, stretch)).toBeDefined();
    expect(FakeWorker.all).toHaveLength(1);
  });

  it('say why they could not hear, and leave the listener as it was', async () => {
    const listener = listenerOf();
    const analysed = new HearingHelpers(2).hear(listener, task, { first: 0, count: 1 });
    (await FakeWorker.all[0]!.next()).reject(new Error('the sound is gone'));
    await expect(analysed).rejects.toThrow('the sound is gone');
    expect(listener.analysed[0]).toBe(0);
  });

  it('hear songs of up to a quarter of an hour', () => {
    const helpers = new HearingHelpers(2);
    expect(helpers.hear(listenerOf(899), task, stretch)).toBeDefined();
    expect(helpers.hear(listenerOf(901), task, stretch)).toBeUndefined();
  });

  it('that stop tell who waits, and others take their place: three times', async () => {
    const helpers = new HearingHelpers(2);
    for (let stopped = 0; stopped < 3; stopped++) {
      const analysed = helpers.hear(listenerOf(), task, stretch);
      FakeWorker.all[stopped]!.onerror();
      await expect(analysed).rejects.toThrow('stopped');
    }
    expect(FakeWorker.all).toHaveLength(3);
    expect(helpers.hear(listenerOf(), task, stretch)).toBeUndefined();
  });

  it('prepare only when they are there already, each a part of it', async () => {
    const helpers = new HearingHelpers(3);
    helpers.prepare([task.source], task.source, length);
    expect(FakeWorker.all).toHaveLength(0);
    while (helpers.hear(listenerOf(), task, stretch));
    helpers.prepare([task.source], task.source, length);
    await expect
      .poll(() => FakeWorker.all.map(({ preparations }) => preparations))
      .toEqual(
        [0, 1].map((first) => [
          expect.objectContaining({
            sources: [task.source],
            open: task.source,
            length,
            share: { first, of: 2 },
          }),
        ]),
      );
  });

  it('separate nothing ahead while the song plays', async () => {
    const helpers = new HearingHelpers(2);
    void helpers.hear(listenerOf(), task, stretch);
    helpers.playing = true;
    helpers.prepare([task.source], task.source, length);
    await expect
      .poll(() => FakeWorker.all[0]!.preparations)
      .toMatchObject([{ sources: [task.source], open: undefined }]);
  });

  it('end together what they do ahead', async () => {
    const helpers = new HearingHelpers(3);
    helpers.rest();
    while (helpers.hear(listenerOf(), task, stretch));
    helpers.rest();
    await expect.poll(() => FakeWorker.all.map(({ rests }) => rests)).toEqual([1, 1]);
  });

  it('tell all but the one who has done it what has been separated', async () => {
    const told: SeparatedBlock[] = [];
    const helpers = new HearingHelpers(4, (name, block) => told.push({ name, block }));
    while (helpers.hear(listenerOf(), task, stretch));
    const [a, b, c] = FakeWorker.all;
    const wished = () => [a, b, c].map((worker) => worker!.wishes.length);
    await expect.poll(wished).toEqual([2, 2, 2]);
    const byHelper = { name: 'left 1', block: Float32Array.of(1) };
    b!.tell(byHelper);
    await expect.poll(() => told).toEqual([byHelper]);
    const byUs = { name: 'left 2', block: Float32Array.of(2) };
    helpers.tellSeparated(byUs.name, byUs.block);
    await expect
      .poll(() => [a, b, c].map((worker) => worker!.separated))
      .toEqual([[byHelper, byUs], [byUs], [byHelper, byUs]]);
    // What was asked waits for its answer all the same.
    expect(wished()).toEqual([2, 2, 2]);
  });
});
