import { exampleFilm } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ChannelWorker } from './testChannelWorker';
import type { FrameJob, FramePainterApi, PaintedFrame } from './framePainter.worker';
import { FramePainters, paintersFor } from './framePainters';

/** A worker at the other end of a channel that notes what it is told, and paints when it is told to. */
class FakeWorker extends ChannelWorker {
  static all: FakeWorker[] = [];
  readonly told: string[] = [];
  readonly jobs: { job: FrameJob; done: (painted: PaintedFrame) => void }[] = [];
  constructor() {
    super();
    FakeWorker.all.push(this);
    const api: FramePainterApi = {
      connect: () => void this.told.push('connect'),
      setFilm: ({ title }, end) => void this.told.push(`film ${title} ${end}`),
      putTable: (message) => void this.told.push(`${message.what} ${'id' in message ? message.id : ''}`),
      setImages: (addresses) => void this.told.push(`images ${Object.keys(addresses).join()}`),
      setFootage: () => void this.told.push('footage'),
      setTypefaces: () => void this.told.push('typefaces'),
      retry: () => void this.told.push('retry'),
      paint: (job) => new Promise((resolve) => this.jobs.push({ job, done: resolve })),
    };
    this.answerWith(api);
  }
  /** Something goes wrong in it. */
  stop(): void {
    this.onerror();
  }
}

const job = (time: number): FrameJob => ({
  ...{ time, width: 4, height: 2, stagePixel: 1, purpose: 'playing', form: 'rgba' },
  ...{ quick: true, before: false, hashed: false, known: undefined },
});
const painted = { pixels: new ArrayBuffer(32), hash: undefined, paintMs: 1, passes: {} };
const level = (id: string) => ({
  what: 'ear' as const,
  id,
  table: { bands: 1, rate: 60, first: 0, levels: new Float32Array(4) },
});

let joined: number;
const make = (count: number) =>
  new FramePainters(count, () => {
    joined++;
    return new MessageChannel().port2;
  });
const worker = (n: number) => FakeWorker.all[n]!;

beforeEach(() => {
  FakeWorker.all = [];
  joined = 0;
  vi.stubGlobal('Worker', FakeWorker);
});
afterEach(() => {
  for (const one of FakeWorker.all) one.terminate();
  vi.unstubAllGlobals();
});

describe('painters of frames', () => {
  it('are as many as there are processors, but not more than four', () => {
    expect([1, 2, 3, 4, 16].map(paintersFor)).toEqual([1, 2, 3, 4, 4]);
  });

  it('are started when they are needed first, and told what was said before', async () => {
    const painters = make(2);
    painters.setImages({ a: '/a' });
    painters.setImages({ b: '/b' });
    await painters.putTable(level('kick'));
    expect(FakeWorker.all).toHaveLength(0);
    expect(painters.isFree).toBe(true);
    expect([FakeWorker.all.length, joined]).toEqual([2, 2]);
    await expect.poll(() => worker(1).told).toEqual(['connect', 'images b', 'ear kick']);
  });

  it('paint at the same time, each one frame, and are told of a film once, when they paint of it', async () => {
    const painters = make(2);
    const film = { ...exampleFilm(), title: 'First' };
    expect(painters.isFree).toBe(true);
    painters.setFilm(film, 9);
    painters.setFilm(film, 10);
    const first = painters.paint(job(1));
    const second = painters.paint(job(2));
    expect(painters.isFree).toBe(false);
    await expect(painters.paint(job(3))).rejects.toThrow();
    await expect.poll(() => worker(0).jobs.length + worker(1).jobs.length).toBe(2);
    expect(worker(1).jobs[0]!.job.time).toBe(2);
    worker(1).jobs[0]!.done(painted);
    expect((await second).pixels!.byteLength).toBe(32);
    expect(painters.isFree).toBe(true);
    const third = painters.paint(job(3));
    await expect.poll(() => worker(1).jobs.length).toBe(2);
    expect(worker(1).told.filter((text) => text.startsWith('film'))).toEqual(['film First 10']);
    worker(1).jobs[1]!.done(painted);
    worker(0).jobs[0]!.done(painted);
    await Promise.all([first, third]);
  });

  it('give a table back when all of them have the one after it', async () => {
    const painters = make(2);
    expect(painters.isThere).toBe(true);
    await painters.putTable(level('kick'));
    // Who has answered has it.
    for (const one of FakeWorker.all) expect(one.told).toContain('ear kick');
  });

  it('that start later hear nothing of tables that the film has not any more', async () => {
    const painters = make(1);
    await painters.putTable(level('gone'));
    await painters.putTable(level('there'));
    painters.keepTables((key) => key.endsWith('there'));
    expect(painters.isFree).toBe(true);
    await expect.poll(() => worker(0).told).toEqual(['connect', 'ear there']);
  });

  it('that stop are started anew, a few times; who waits for one is told', async () => {
    const painters = make(1);
    painters.setFilm(exampleFilm(), 10);
    for (let n = 0; n < 3; n++) {
      expect(painters.isFree).toBe(true);
      const waiting = painters.paint(job(n));
      worker(n).stop();
      await expect(waiting).rejects.toThrow('stopped');
    }
    expect([painters.isThere, painters.isFree]).toEqual([false, false]);
    expect(FakeWorker.all).toHaveLength(3);
  });
});
