import { exampleFilm, type Film } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { ClockState } from '../sound/player';
import type { FrameJob, PaintedFrame } from './framePainter.worker';
import { idleAfter, PlayedFrames } from './playedFrames';

/** A film of 10 frames a second. */
function makeFilm(change: (film: Film) => void = () => {}): Film {
  const film = structuredClone(exampleFilm());
  film.fps = { numerator: 10, denominator: 1 } as never;
  change(film);
  return film;
}

/** Painters that say what they are asked for, and have it painted when they are told. */
class FakePainters {
  readonly jobs: { job: FrameJob; done: (painted: Partial<PaintedFrame>) => void; failed: () => void }[] = [];
  /** All that were asked for: the frame of each, and its width. */
  readonly asked: [number, number][] = [];
  constructor(readonly count: number) {}
  get isFree(): boolean {
    return this.jobs.length < this.count;
  }
  paint(job: FrameJob): Promise<PaintedFrame> {
    this.asked.push([Math.floor(job.time * 10), job.width]);
    return new Promise((resolve, reject) => {
      const done = (painted: Partial<PaintedFrame>) => {
        this.jobs.splice(
          this.jobs.findIndex((one) => one.job === job),
          1,
        );
        const pixels = new ArrayBuffer(4 * job.width * job.height);
        const hash = job.hashed ? `of ${job.time}` : undefined;
        resolve({ pixels, hash, paintMs: 5, passes: {}, ...painted });
      };
      const failed = () => {
        this.jobs.shift();
        reject(new Error('it cannot be painted'));
      };
      this.jobs.push({ job, done, failed });
    });
  }
  /** Paints the oldest one. */
  async finish(painted: Partial<PaintedFrame> = {}): Promise<void> {
    this.jobs[0]!.done(painted);
    await vi.advanceTimersByTimeAsync(0);
  }
  async finishAll(max = 500): Promise<void> {
    for (let n = 0; n < max && this.jobs.length > 0; n++) await this.finish();
  }
  indices = () => this.asked.map(([index]) => index);
}

const end = 20;
const megabyte = 2 ** 20;
let painters: FakePainters;
let frames: PlayedFrames;

const clock = (part: Partial<ClockState> = {}): ClockState => {
  const at = performance.timeOrigin + performance.now();
  return { playing: false, time: 5, at, speed: 1, loop: undefined, end, ...part };
};

/** Frames of a film that has been heard, on a Screen of 100 x 50. */
function start(count = 1, film = makeFilm(), now = clock()): void {
  painters = new FakePainters(count);
  frames = new PlayedFrames(painters, () => {});
  frames.setClock(now);
  frames.setSize(100, 50);
  frames.setBudget(megabyte);
  frames.setFilm(film, end, 1);
  frames.setHeard(1);
}

const idle = () => vi.advanceTimersByTimeAsync(idleAfter + 10);

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('frames while a film stands still', () => {
  it('are painted in advance when nobody does anything: from the playhead on, two bars around it', async () => {
    start();
    expect(painters.asked).toEqual([]);
    await idle();
    await painters.finishAll();
    // 124 BPM, four beats a bar: 1.935 s on either side.
    const expected = Array.from({ length: 40 }, (_, n) => (n < 20 ? 50 + n : 10 + n));
    expect(painters.indices()).toEqual(expected);
    expect(frames.cached).toMatchObject({ from: 3, to: 7, share: 1 });
    expect(frames.keptAt(5.05)).toMatchObject({ width: 100, height: 50, form: 'rgba' });
  });

  it('wait for what has to be heard, and are not painted for a page that nobody sees', async () => {
    start();
    frames.setFilm(makeFilm(), end, 2);
    await idle();
    expect(painters.asked).toEqual([]);
    frames.setHidden(true);
    frames.setHeard(2);
    expect(painters.asked).toEqual([]);
    frames.setHidden(false);
    expect(painters.asked).toHaveLength(1);
  });

  it('are those of the loop, where there is one, as many as there is room for', async () => {
    start(1, makeFilm(), clock({ loop: [2, 4] }));
    frames.setBudget(7 * 4 * 100 * 50);
    await idle();
    await painters.finishAll();
    expect(painters.indices()).toEqual([39, 20, 21, 22, 23, 24, 25]);
    expect(frames.cached).toMatchObject({
      from: 2,
      to: 4,
      share: 7 / 20,
      runs: [
        [2, 2.6],
        [3.9, 4],
      ],
    });
  });

  it('are painted by all painters but one', async () => {
    start(3);
    await idle();
    expect(painters.asked).toHaveLength(2);
    await painters.finish();
    expect(painters.asked).toHaveLength(3);
    expect(painters.jobs).toHaveLength(2);
  });

  it('are none without memory for them', async () => {
    start();
    frames.setBudget(0);
    await idle();
    expect(painters.asked).toEqual([]);
    expect(frames.cached).toBeUndefined();
  });

  it('that cannot be painted are left out', async () => {
    start(1, makeFilm(), clock({ loop: [2, 2.3] }));
    await idle();
    painters.jobs[0]!.failed();
    await vi.advanceTimersByTimeAsync(0);
    await painters.finishAll();
    expect(painters.indices()).toEqual([22, 20, 21]);
    expect(frames.cached!.share).toBeCloseTo(2 / 3);
  });

  it('are kept as planes where they are seen in the film’s own size', async () => {
    start(
      1,
      makeFilm((film) => Object.assign(film, { width: 100, height: 50 })),
    );
    await idle();
    expect(painters.jobs[0]!.job).toMatchObject({ form: 'yuv420p', width: 100, height: 50, quick: false });
  });
});

describe('frames after an edit', () => {
  const span = { from: 5, to: 6, fadeIn: 0, fadeOut: 0, curve: 'smooth' } as const;
  const shownLate = (opacity: number) =>
    makeFilm(({ layers }) => Object.assign(layers[0]!, { span, place: { ...layers[0]!.place, opacity } }));

  async function edit(): Promise<void> {
    start(1, shownLate(1), clock({ loop: [4, 7] }));
    await idle();
    await painters.finishAll();
    painters.asked.length = 0;
    frames.setFilm(shownLate(0.5), end, 2);
    frames.setHeard(2);
  }

  it('stay where it cannot be seen', async () => {
    await edit();
    expect(frames.cached!.runs).toEqual([
      [4, 5],
      [6, 7],
    ]);
  });

  it('are looked at again where it can be, and painted only if their picture is another one', async () => {
    await edit();
    await idle();
    const { job } = painters.jobs[0]!;
    expect(job.known).toBe(`of ${job.time}`);
    await painters.finish({ pixels: undefined, hash: job.known! });
    expect(frames.keptAt(job.time)).toBeDefined();
    const next = painters.jobs[0]!.job;
    const other = new ArrayBuffer(4 * 100 * 50);
    await painters.finish({ pixels: other, hash: 'another' });
    expect(frames.keptAt(next.time)!.pixels).toBe(other);
    await painters.finishAll();
    expect(painters.asked).toHaveLength(10);
  });

  it('that were being painted are not taken for those of the film as it is now', async () => {
    start();
    await idle();
    const { time } = painters.jobs[0]!.job;
    frames.setFilm(
      makeFilm(({ layers }) => (layers[0]!.place.opacity = 0.1)),
      end,
      2,
    );
    frames.setHeard(2);
    await painters.finish();
    expect(frames.keptAt(time)).toBeUndefined();
  });

  it('are all forgotten when the Screen has another size, or images are others', async () => {
    await edit();
    frames.setSize(80, 40);
    expect(frames.store.size).toBe(0);
    await idle();
    await painters.finishAll();
    expect(frames.store.size).toBe(30);
    frames.forget();
    expect(frames.store.size).toBe(0);
  });
});

describe('frames while a film plays', () => {
  it('are painted ahead by all painters, and shown when they are due', async () => {
    start(2, makeFilm(), clock({ playing: true, time: 5 }));
    expect(painters.indices()).toEqual([50, 51]);
    await painters.finish();
    expect(frames.dueAt(5.04)!.index).toBe(50);
    expect(frames.dueAt(5.14)!.index).toBe(50);
    expect(painters.indices()).toEqual([50, 51, 52]);
    await painters.finish();
    expect(frames.dueAt(5.14)!.index).toBe(51);
  });

  it('are dropped on a seek and on an edit: what is painted next is of then and now', async () => {
    start(1, makeFilm(), clock({ playing: true, time: 5 }));
    await painters.finish();
    frames.setClock(clock({ playing: true, time: 12 }));
    expect(frames.dueAt(5.04)).toBeUndefined();
    await painters.finish();
    // The one after the one that is seen then: that would come too late.
    expect(painters.indices().at(-1)).toBe(121);
  });

  it('of edits that come faster than frames are seen, too', async () => {
    start(1, makeFilm(), clock({ playing: true, time: 5 }));
    frames.setFilm(
      makeFilm(({ layers }) => (layers[0]!.place.opacity = 0.1)),
      end,
      2,
    );
    await painters.finish();
    expect(frames.dueAt(5.04)!.index).toBe(50);
  });

  it('of a loop are kept on the way, and then need nobody to paint them', async () => {
    start(1, makeFilm(), clock({ playing: true, time: 2, loop: [2, 3] }));
    await painters.finishAll(40);
    expect(frames.cached!.share).toBe(1);
    painters.asked.length = 0;
    frames.paintOn();
    expect(painters.asked).toEqual([]);
    for (let n = 0; n < 10; n++) expect(frames.dueAt(2 + (n + 0.5) / 10)!.index).toBe(20 + n);
  });

  it('are shown without their finish as long as that is wanted, and never from what is kept', async () => {
    start(1, makeFilm(), clock({ playing: true, time: 2, loop: [2, 3] }));
    await painters.finishAll(40);
    frames.setBefore(true);
    expect(frames.dueAt(2.05)).toBeUndefined();
    expect(painters.jobs[0]!.job).toMatchObject({ before: true, quick: true, hashed: false });
    frames.setBefore(false);
    expect(frames.dueAt(2.05)!.index).toBe(20);
  });

  it('have stages of less detail when that is chosen; those that are kept never', async () => {
    start(1, makeFilm(), clock({ playing: true, time: 5 }));
    frames.setCoarse(true);
    await painters.finish();
    expect(painters.jobs[0]!.job.stagePixel).toBe(2);
    frames.setClock(clock({ time: 5 }));
    await painters.finish();
    await idle();
    expect(painters.jobs[0]!.job.stagePixel).toBe(1);
  });
});
