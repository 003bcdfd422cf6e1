import type { Course } from './course';
import type { StoredFrame } from './frameStore';

/** At least so many are wanted ahead of the one that is seen, and so many behind the first one that can come in time. */
const minAhead = 3;
const minBehind = 2;
/** Frames that are farther away than so many, before or behind, are forgotten. */
const farthest = 45;

/** Frames painted ahead of those that are seen now, in their order: which of them is next, and which is due. */
export class FramesAhead {
  private readonly ready = new Map<number, StoredFrame>();
  private readonly painting = new Set<number>();
  /** The frame that was asked for last. */
  private lastAsked: number | undefined;

  /** How many are ready. */
  get size(): number {
    return this.ready.size;
  }

  /** Nothing of what is ready, or being painted, is wanted any more. */
  drop(): void {
    this.ready.clear();
    this.painting.clear();
    this.lastAsked = undefined;
  }

  /** A painter begins with a frame. */
  begin(index: number): void {
    this.painting.add(index);
    this.lastAsked = index;
  }

  /** It has it, or could not paint it. */
  end(index: number, frame: StoredFrame | undefined): void {
    this.painting.delete(index);
    if (frame) this.ready.set(index, frame);
  }

  /**
   * The frame to show now: the one that is seen now, or the last one before it. Those that are over are forgotten.
   * @param now the frame that is seen now
   */
  due(now: number, course: Course): { index: number; frame: StoredFrame } | undefined {
    let found: { index: number; frame: StoredFrame } | undefined;
    let nearest = Infinity;
    for (const [index, frame] of this.ready) {
      const late = course.distance(index, now);
      if (late < nearest) [found, nearest] = [{ index, frame }, late];
    }
    // What is not seen soon lies behind.
    for (const index of this.ready.keys())
      if (index !== found?.index && course.distance(now, index) > farthest) this.ready.delete(index);
    return nearest <= farthest ? found : undefined;
  }

  /**
   * The frame to paint next; undefined when enough of them are ready.
   * @param now the frame that is seen now
   * @param wait frames that pass until one is painted
   * @param isKept whether a frame is there anyway
   */
  next(now: number, wait: number, course: Course, isKept: (index: number) => boolean): number | undefined {
    const soonest = Math.ceil(wait);
    const max = Math.max(minAhead, soonest + minBehind);
    const asked = this.lastAsked === undefined ? Infinity : course.distance(now, this.lastAsked);
    for (let steps = asked <= max ? Math.max(asked + 1, soonest) : soonest; steps <= max; steps++) {
      const index = course.step(now, steps);
      if (index === undefined) return undefined;
      if (!this.ready.has(index) && !this.painting.has(index) && !isKept(index)) return index;
    }
    return undefined;
  }
}
