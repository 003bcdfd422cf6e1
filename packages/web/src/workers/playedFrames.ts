import { filmFrameAt, fpsOf, frameMoment, lastTimePass, touchedTimes, type Film } from '@cyclogram/core';
import { clockTime, type ClockState } from '../sound/player';
import { Course } from './course';
import { FramesAhead } from './framesAhead';
import { FrameStore, type StoredFrame } from './frameStore';
import type { FramePainters } from './framePainters';
import type { FrameJob } from './framePainter.worker';
import type { CachedFrames } from './messages';
import { Resolution } from './resolution';

/** Frames in the background wait for so many milliseconds in which nobody edits or moves in time. */
export const idleAfter = 400;
/** Seconds around the playhead that are painted in the background where the film has no tempo: what two bars of 120 BPM are. */
const barSeconds = 2;
/** While it plays and painters are always busy, one of so many frames is one of the loop at full quality. */
const fillEvery = 3;

/** A frame that is being painted. */
interface Wanted {
  index: number;
  /** Whether it is one of those that are seen soon. */
  isNext: boolean;
  /** Whether it is painted at full quality, and kept. */
  keeps: boolean;
}

/** What painters of frames have to be able to do. */
export type Painters = Pick<FramePainters, 'count' | 'isFree' | 'paint'>;

/**
 * The frames that are seen while a film plays, and those of a loop: what is painted when, and what is kept. A frame is the
 * one that a render has, so they are numbered as those.
 */
export class PlayedFrames {
  readonly store = new FrameStore(0);
  readonly ahead = new FramesAhead();
  readonly resolution = new Resolution();
  /** Milliseconds that passes took in the frame painted last, by their ids. */
  passes: Record<string, number> = {};
  /** Milliseconds that painting a frame takes, smoothed. */
  paintMs = 0;
  /** Milliseconds that painters have painted since that was asked last. */
  private busyMs = 0;
  private film: Film | undefined;
  private fps = 30;
  /** Length of the film in seconds. */
  private end = 0;
  private clock: ClockState = { playing: false, time: 0, at: 0, speed: 1, loop: undefined, end: 0 };
  private viewport = { width: 0, height: 0 };
  private coarse = false;
  private before = false;
  private hidden = false;
  /** Which film is shown of those that were told, and which has been heard. */
  private number = 0;
  private heard = -1;
  /** Counts up with everything that makes frames worthless that are being painted. */
  private epoch = 0;
  private lastChange = 0;
  private readonly filling = new Set<number>();
  private readonly failed = new Set<number>();
  private turns = 0;
  private idleTimer: ReturnType<typeof setTimeout> | undefined;

  /**
   * @param onChange is called when something has been painted
   * @param now the time in milliseconds
   */
  constructor(
    private readonly painters: Painters,
    private readonly onChange: () => void,
    private readonly now: () => number = () => performance.now(),
  ) {}

  setFilm(film: Film, end: number, number: number): void {
    const { film: old, fps, end: oldEnd } = this;
    this.film = film;
    this.end = end;
    this.number = number;
    this.fps = fpsOf(film.fps);
    if (!old || this.fps !== fps || end !== oldEnd) this.doubtAll();
    else {
      const touched = touchedTimes(old, film, end);
      this.store.doubt((index) => touched(frameMoment(index, this.fps)));
    }
    this.setPace();
    this.changed();
  }

  /** All that can be heard of a film has been. */
  setHeard(number: number): void {
    this.heard = number;
    this.paintOn();
  }

  /** Pictures may have become other ones. */
  doubtAll(): void {
    this.store.doubt(() => true);
  }

  /** Images or footage have become other ones. */
  forget(): void {
    this.store.clear();
    this.changed();
  }

  setSize(width: number, height: number): void {
    const size = { width: Math.round(width), height: Math.round(height) };
    if (size.width === this.viewport.width && size.height === this.viewport.height) return;
    this.viewport = size;
    this.forget();
  }

  setClock(next: ClockState): void {
    const { clock } = this;
    const jumps = Math.abs(clockTime(next) - clockTime(clock)) > 0.25;
    if (next.playing !== clock.playing) this.resolution.restart();
    this.clock = next;
    if (jumps || next.playing !== clock.playing) this.changed();
    if (next.speed !== clock.speed) this.setPace();
    this.paintOn();
  }

  setCoarse(coarse: boolean): void {
    this.coarse = coarse;
    this.ahead.drop();
  }

  setBefore(before: boolean): void {
    this.before = before;
    this.changed();
  }

  /** @param budget bytes of memory for frames that are kept */
  setBudget(budget: number): void {
    this.store.setBudget(budget);
    this.paintOn();
  }

  setHidden(hidden: boolean): void {
    this.hidden = hidden;
    if (!hidden) this.paintOn();
  }

  /** The frame that is kept of a moment; undefined when there is none. */
  keptAt(time: number): StoredFrame | undefined {
    return this.before ? undefined : this.store.get(this.indexAt(time));
  }

  /** The frame to show while it plays: that of now, or the last one that is there. */
  dueAt(time: number): { index: number; frame: StoredFrame } | undefined {
    const index = this.indexAt(time);
    const { course } = this;
    const due = this.ahead.due(index, course);
    const late = due ? course.distance(due.index, index) : 2;
    for (let back = 0; back <= late && !this.before; back++) {
      const frame = this.store.get(index - back);
      if (frame) return { index: index - back, frame };
    }
    return due;
  }

  /** Milliseconds that all painters together have painted since this was asked last. */
  takeBusyMs(): number {
    const { busyMs } = this;
    this.busyMs = 0;
    return busyMs;
  }

  /** The last frame that a render has at `time` seconds. */
  indexAt(time: number): number {
    return filmFrameAt(time, this.clock.end, this.fps);
  }

  /** The moment in seconds that the frame on the screen at `time` shows. */
  momentAt(time: number): number {
    return frameMoment(this.indexAt(time), this.fps);
  }

  /** Has painters paint what is wanted next, as long as one of them is free. */
  paintOn(): void {
    while (this.canPaint && this.painters.isFree) {
      const wanted = this.choose();
      if (!wanted) return;
      void this.paint(wanted);
    }
  }

  /** What is painted in advance; undefined while that is not done. */
  get cached(): CachedFrames | undefined {
    const range = this.range;
    if (!range || this.store.budget === 0) return undefined;
    const { fps } = this;
    const runs: [number, number][] = [];
    let count = 0;
    for (let index = range.first; index < range.last; index++) {
      if (!this.store.has(index)) continue;
      count++;
      const last = runs.at(-1);
      if (last && Math.abs(last[1] - index / fps) < 1e-9) last[1] = (index + 1) / fps;
      else runs.push([index / fps, (index + 1) / fps]);
    }
    const share = count / (range.last - range.first);
    return { from: range.first / fps, to: range.last / fps, share, runs };
  }

  private get canPaint(): boolean {
    const { film, viewport, hidden } = this;
    return film !== undefined && viewport.width >= 1 && viewport.height >= 1 && !hidden;
  }

  private get course(): Course {
    return new Course(this.clock, this.fps);
  }

  /** Frames that are wanted at full quality: the loop, or two bars around the playhead. */
  private get range(): { first: number; last: number } | undefined {
    const { clock, film } = this;
    if (!film) return undefined;
    if (clock.loop) {
      const { first, last } = this.course;
      return { first, last };
    }
    if (clock.playing) return undefined;
    const bar = film.beats ? (60 / film.beats.bpm) * film.beats.perBar : barSeconds;
    const first = this.indexAt(Math.max(0, clock.time - bar));
    return { first, last: this.indexAt(Math.min(clock.end, clock.time + bar)) + 1 };
  }

  private setPace(): void {
    this.resolution.setPace(this.painters.count, 1000 / (this.fps * this.clock.speed));
  }

  private changed(): void {
    this.epoch++;
    this.lastChange = this.now();
    this.ahead.drop();
    this.filling.clear();
    this.failed.clear();
    clearTimeout(this.idleTimer);
    this.idleTimer = setTimeout(() => this.paintOn(), idleAfter + 5);
    this.paintOn();
  }

  private choose(): Wanted | undefined {
    const { clock } = this;
    if (!clock.playing) {
      // One painter stays free: whoever does something next shall not wait for what nobody has asked for.
      const isIdle = this.now() - this.lastChange >= idleAfter;
      return isIdle && this.filling.size < Math.max(1, this.painters.count - 1)
        ? this.chooseKept()
        : undefined;
    }
    const now = this.indexAt(clockTime(clock));
    const wait = (this.paintMs * clock.speed * this.fps) / 1000;
    const isKept = (index: number) => !this.before && this.store.has(index);
    const next = this.ahead.next(now, wait, this.course, isKept);
    const kept = next === undefined || ++this.turns % fillEvery === 0 ? this.chooseKept() : undefined;
    if (kept || next === undefined) return kept;
    return { index: next, isNext: true, keeps: this.isWholeAnyway(next) };
  }

  /** The next frame of the loop, or around the playhead, that is not there. */
  private chooseKept(): Wanted | undefined {
    const { range, store, clock, viewport } = this;
    if (!range || this.before || this.heard !== this.number) return undefined;
    const max = Math.floor(store.budget / this.bytesOfFrame(viewport.width, viewport.height));
    if (max < 1) return undefined;
    const { first, last } = range;
    // Playing, a part of a loop that is sharp grows from its start; standing still, what comes next is wanted first.
    const start = clock.playing ? first : Math.min(Math.max(this.indexAt(clock.time), first), last - 1);
    const count = last - first;
    for (let n = 0; n < Math.min(count, max); n++) {
      const index = first + ((start - first + n) % count);
      if (!store.has(index) && !this.filling.has(index) && !this.failed.has(index))
        return { index, isNext: false, keeps: true };
    }
    return undefined;
  }

  /** Whether a frame of now is as good as one that is kept. */
  private isWholeAnyway(index: number): boolean {
    const { range, film, coarse, before } = this;
    if (!film || !range || index < range.first || index >= range.last) return false;
    if (this.resolution.scale < 1 || coarse || before || this.heard !== this.number) return false;
    const passes = [film.finish.passes, ...film.layers.map((layer) => layer.passes)];
    return film.footage.length === 0 && passes.every((chain) => lastTimePass(chain) < 0);
  }

  /** As it is seen in the film's own size it is kept as planes, as the file has it: less than half the memory. */
  private get form(): StoredFrame['form'] {
    const { film, viewport } = this;
    const even = viewport.width % 2 === 0 && viewport.height % 2 === 0;
    return even && film && viewport.width >= film.width && viewport.height >= film.height
      ? 'yuv420p'
      : 'rgba';
  }

  private bytesOfFrame(width: number, height: number): number {
    return width * height * (this.form === 'rgba' ? 4 : 1.5);
  }

  private jobOf({ index, keeps }: Wanted): FrameJob {
    const { viewport, coarse, before } = this;
    const scale = keeps ? 1 : this.resolution.scale;
    return {
      time: frameMoment(index, this.fps),
      width: keeps ? viewport.width : Math.max(16, Math.round(viewport.width * scale)),
      height: keeps ? viewport.height : Math.max(9, Math.round(viewport.height * scale)),
      stagePixel: coarse && !keeps ? 2 : 1,
      purpose: keeps ? 'waiting' : 'playing',
      form: keeps ? this.form : 'rgba',
      quick: !keeps,
      before,
      hashed: keeps,
      known: keeps ? this.store.hashOf(index) : undefined,
    };
  }

  private async paint(wanted: Wanted): Promise<void> {
    const { index, isNext, keeps } = wanted;
    const { epoch } = this;
    const job = this.jobOf(wanted);
    if (keeps) this.filling.add(index);
    if (isNext) this.ahead.begin(index);
    const painted = await this.painters.paint(job).catch(() => undefined);
    const isWanted = epoch === this.epoch;
    this.busyMs += painted?.paintMs ?? 0;
    let frame: StoredFrame | undefined;
    if (painted?.pixels) {
      const { width, height, form } = job;
      frame = { width, height, form, pixels: painted.pixels };
      this.passes = painted.passes;
      this.noteTime(wanted, job, painted.paintMs);
    }
    if (isWanted) {
      this.filling.delete(index);
      if (!painted) this.failed.add(index);
      const isKept = keeps && painted !== undefined && this.keep(index, frame, painted.hash!);
      if (isNext) this.ahead.end(index, isKept ? undefined : frame);
    } else if (isNext && this.ahead.size === 0) {
      // Of edits that come faster than frames something is seen, too.
      this.ahead.end(index, frame);
    }
    this.onChange();
    this.paintOn();
  }

  /** @param frame undefined where its picture is the one that is there @returns whether it is kept */
  private keep(index: number, frame: StoredFrame | undefined, hash: string): boolean {
    if (!frame) {
      this.store.confirm(index);
      return true;
    }
    const { range } = this;
    const seen = this.indexAt(clockTime(this.clock));
    const distance = (one: number) =>
      range && one >= range.first && one < range.last ? 0 : 1 + Math.abs(one - seen);
    const isKept = this.store.put(index, frame, hash, distance);
    if (!isKept) this.failed.add(index);
    return isKept;
  }

  private noteTime({ isNext, keeps }: Wanted, { width, form }: FrameJob, paintMs: number): void {
    if (isNext) this.paintMs = this.paintMs === 0 ? paintMs : 0.8 * this.paintMs + 0.2 * paintMs;
    // What is painted in full is dearer for other reasons, too.
    if (this.clock.playing && form === 'rgba' && (isNext || !keeps) && this.viewport.width > 0)
      this.resolution.note(paintMs, width / this.viewport.width);
  }
}
