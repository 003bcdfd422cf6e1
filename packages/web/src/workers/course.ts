import { frameAt } from '@cyclogram/core';
import type { ClockState } from '../sound/player';

/** Frames of a film in the order in which they are seen while it plays: from one to the next, and from the end of a loop to its start. */
export class Course {
  /** The first frame of the loop, and the one after its last; of the film where nothing is repeated. */
  readonly first: number;
  readonly last: number;
  private readonly repeats: boolean;

  /** @param fps frames a second of the film */
  constructor({ loop, end }: Pick<ClockState, 'loop' | 'end'>, fps: number) {
    const [from, to] = loop ?? [0, end];
    this.first = frameAt(from, fps);
    this.last = Math.max(this.first + 1, Math.ceil(Math.min(to, end) * fps - 1e-6));
    this.repeats = loop !== undefined;
  }

  /** The frame so many steps after another one; undefined after the end. */
  step(frame: number, steps: number): number | undefined {
    const next = frame + steps;
    if (next < this.last) return next;
    // Who begins behind the loop does not come into it.
    if (!this.repeats || frame >= this.last) return this.repeats ? next : undefined;
    return this.first + ((next - this.last) % (this.last - this.first));
  }

  /** Steps from one frame to another one; Infinity where it is not reached any more. */
  distance(from: number, to: number): number {
    if (to >= from && (to < this.last || from >= this.last)) return to - from;
    const reached = this.repeats && from < this.last && to >= this.first && to < this.last;
    return reached ? this.last - from + to - this.first : Infinity;
  }
}
