import { BandListener, defaultEar, SpectrogramListener } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type {
  FromHelper,
  HelperTask,
  Preparation,
  SeparatedBlock,
  StretchWish,
  ToHelper,
} from './helper.worker';
import { HearingHelpers } from './hearingHelpers';

/** A worker that notes its wishes, to be answered by hand. */
class FakeWorker {
  static all: FakeWorker[] = [];
  wishes: StretchWish[] = [];
  onmessage: (event: { data: FromHelper }) => void = () => {};
  onerror: () => void = () => {};
  constructor() {
    FakeWorker.all.push(this);
  }
  preparations: Preparation[] = [];
  separated: SeparatedBlock[] = [];
  rests = 0;
  postMessage(message: ToHelper): void {
    if (message.say === 'hear') this.wishes.push(message);
    else if (message.say === 'prepare') this.preparations.push(message);
    else if (message.say === 'separated') this.separated.push(message);
    else this.rests++;
  }
  answer(answer: FromHelper): void {
    this.onmessage({ data: answer });
  }
  /** Answers the wish that has waited longest with levels of nothing. */
  answerNext(): void {
    this.answer({ id: this.wishes.shift()!.id, levels: new Float32Array(0) });
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
afterEach(() => vi.unstubAllGlobals());

describe('helpers that hear', () => {
  it('put what they have heard into the listener, where it belongs', async () => {
    const listener = listenerOf();
    const heard = new HearingHelpers(2).hear(listener, task, stretch);
    const [worker] = FakeWorker.all;
    expect(worker!.wishes).toMatchObject([{ ...task, stretch }]);
    worker!.answer({
      id: worker!.wishes[0]!.id,
      levels: Float32Array.from({ length: 16 }, (_, i) => -1 - i),
    });
    await heard;
    expect(Array.from(listener.db.subarray(60 * 8, 62 * 8))).toEqual(
      Array.from({ length: 16 }, (_, i) => -1 - i),
    );
    expect([59, 60, 61, 62].map((moment) => listener.heard[moment])).toEqual([0, 1, 1, 0]);
  });

  it('write into memory that is shared: nothing travels', async () => {
    const rows = (count: number) => new Float32Array(new SharedArrayBuffer(4 * count));
    const listener = new BandListener(ear, ear.channel, length, rows);
    const heard = new HearingHelpers(2).hear(listener, task, stretch);
    const [worker] = FakeWorker.all;
    expect(worker!.wishes[0]!.table).toBe(listener.db);
    worker!.answer({ id: worker!.wishes[0]!.id });
    await heard;
    expect([59, 60, 61, 62].map((moment) => listener.heard[moment])).toEqual([0, 1, 1, 0]);
  });

  it('hear spectrograms too', async () => {
    const listener = new SpectrogramListener('mid', length);
    const heard = new HearingHelpers(2).hear(listener, { ...task, what: 'spectrogram' }, stretch);
    const levels = new Uint8Array(220).fill(7);
    FakeWorker.all[0]!.answer({ id: FakeWorker.all[0]!.wishes[0]!.id, levels });
    await heard;
    expect(listener.bytes.slice(60 * 110 - 1, 62 * 110 + 1)).toEqual(Uint8Array.of(0, ...levels, 0));
    expect(listener.heard.slice(59, 63)).toEqual(Uint8Array.of(0, 1, 1, 0));
  });

  it('keep several wishes apart', async () => {
    const helpers = new HearingHelpers(2);
    const [a, b] = [listenerOf(), listenerOf()];
    const both = [a, b].map((listener) => helpers.hear(listener, task, { first: 0, count: 1 }));
    expect(FakeWorker.all).toHaveLength(1);
    const [worker] = FakeWorker.all;
    const [forA, forB] = worker!.wishes;
    worker!.answer({ id: forB!.id, levels: new Float32Array(8).fill(-2) });
    worker!.answer({ id: forA!.id, levels: new Float32Array(8).fill(-1) });
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
  ])('of %i processors, playing: %s, are %i, each with two stretches', (processors, playing, expected) => {
    const helpers = new HearingHelpers(processors);
    helpers.playing = playing;
    let given = 0;
    while (helpers.hear(listenerOf(), task, stretch)) given++;
    expect(given).toBe(2 * expected);
    expect(FakeWorker.all.map(({ wishes }) => wishes.length)).toEqual(new Array(expected).fill(2));
  });

  it('are free again when they have answered', async () => {
    const helpers = new HearingHelpers(2);
    const first = helpers.hear(listenerOf(), task, stretch);
    void helpers.hear(listenerOf(), task, stretch);
    expect(helpers.hear(listenerOf(), task, stretch)).toBeUndefined();
    FakeWorker.all[0]!.answerNext();
    await first;
    expect(helpers.hear(listenerOf(), task, stretch)).toBeDefined();
    expect(FakeWorker.all).toHaveLength(1);
  });

  it('say why they could not hear, and leave the listener as it was', async () => {
    const listener = listenerOf();
    const heard = new HearingHelpers(2).hear(listener, task, { first: 0, count: 1 });
    FakeWorker.all[0]!.answer({ id: FakeWorker.all[0]!.wishes[0]!.id, problem: 'the sound is gone' });
    await expect(heard).rejects.toThrow('the sound is gone');
    expect(listener.heard[0]).toBe(0);
  });

  it('hear songs of up to a quarter of an hour', () => {
    const helpers = new HearingHelpers(2);
    expect(helpers.hear(listenerOf(899), task, stretch)).toBeDefined();
    expect(helpers.hear(listenerOf(901), task, stretch)).toBeUndefined();
  });

  it('are not asked again after they have died', async () => {
    const helpers = new HearingHelpers(2);
    const heard = helpers.hear(listenerOf(), task, stretch);
    FakeWorker.all[0]!.onerror();
    await expect(heard).rejects.toThrow('stopped');
    expect(helpers.hear(listenerOf(), task, stretch)).toBeUndefined();
  });

  it('prepare only when they are there already, each a part of it', () => {
    const helpers = new HearingHelpers(3);
    helpers.prepare([task.source], task.source, length);
    expect(FakeWorker.all).toHaveLength(0);
    while (helpers.hear(listenerOf(), task, stretch));
    helpers.prepare([task.source], task.source, length);
    expect(FakeWorker.all.map(({ preparations }) => preparations)).toEqual(
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

  it('separate nothing ahead while the song plays', () => {
    const helpers = new HearingHelpers(2);
    void helpers.hear(listenerOf(), task, stretch);
    helpers.playing = true;
    helpers.prepare([task.source], task.source, length);
    expect(FakeWorker.all[0]!.preparations).toMatchObject([{ sources: [task.source], open: undefined }]);
  });

  it('end together what they do ahead', () => {
    const helpers = new HearingHelpers(3);
    helpers.rest();
    while (helpers.hear(listenerOf(), task, stretch));
    helpers.rest();
    expect(FakeWorker.all.map(({ rests }) => rests)).toEqual([1, 1]);
  });

  it('tell all but the one who has done it what has been separated', () => {
    const told: SeparatedBlock[] = [];
    const helpers = new HearingHelpers(4, (name, block) => told.push({ name, block }));
    while (helpers.hear(listenerOf(), task, stretch));
    const [a, b, c] = FakeWorker.all;
    const byHelper = { name: 'left 1', block: Float32Array.of(1) };
    b!.answer(byHelper);
    expect(told).toEqual([byHelper]);
    helpers.tellSeparated('left 2', Float32Array.of(2));
    const byUs = expect.objectContaining({ name: 'left 2', block: Float32Array.of(2) }) as unknown;
    expect(b!.separated).toEqual([byUs]);
    for (const other of [a!, c!]) expect(other.separated).toEqual([expect.objectContaining(byHelper), byUs]);
    // What was asked is answered all the same.
    expect([a, b, c].map((worker) => worker!.wishes.length)).toEqual([2, 2, 2]);
  });
});
