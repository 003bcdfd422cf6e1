/** Shares of the Screen's own pixels at which the preview may be painted. */
const scales = [1, 0.75, 0.5, 0.375, 0.25];

/** Longest time between frames that still is 30 a second, with a little to spare, in milliseconds. */
const slowest = 31;

/** Frames looked at before the resolution is changed. */
const lookAt = 12;

/** Chooses the preview's resolution while playing: as high as 30 frames a second allow. */
export class Resolution {
  private index = 0;
  private last = 0;
  private intervals: number[] = [];
  private paints: number[] = [];
  /** Frames for which a higher resolution is not tried again after it turned out too slow. */
  private patience = 0;

  get scale(): number {
    return scales[this.index]!;
  }

  /** Forgets the last frame's time, for playback has just begun or ended. */
  restart(): void {
    this.last = 0;
    this.intervals = [];
    this.paints = [];
  }

  /** Takes note of a painted frame. @param start when its painting began, in milliseconds */
  note(start: number, paintMs: number): void {
    if (this.last > 0) this.intervals.push(start - this.last);
    this.paints.push(paintMs);
    this.last = start;
    if (this.patience > 0) this.patience--;
    if (this.intervals.length < lookAt) return;
    const interval = median(this.intervals);
    const paint = median(this.paints);
    this.intervals = [];
    this.paints = [];
    if ((interval > slowest || paint > slowest * 0.8) && this.index < scales.length - 1) {
      this.index++;
      this.patience = 300;
    } else if (this.index > 0 && this.patience === 0) {
      const grows = (scales[this.index - 1]! / scales[this.index]!) ** 2;
      if (paint * grows < slowest * 0.5 && interval < slowest * 0.75) this.index--;
    }
  }
}

const median = (values: number[]) => values.slice().sort((a, b) => a - b)[values.length >> 1]!;
