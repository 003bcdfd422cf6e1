/** Shares of the Screen's own pixels, along a side, at which the preview may be painted. */
const scales = [1, 0.85, 0.75, 0.625, 0.5, 0.375, 0.25];

/** What lands on the second tick of a screen of 60 a second still is 30 a second: milliseconds, with a little to spare. */
const minEnough = 31;

/** A lower resolution has to take at least this much less time, or it is not worth its looks. */
const worthwhile = 0.85;

/** To go up again, it has to fit with more to spare. */
const spare = 0.85;

/** Frames looked at before the resolution is changed. */
const lookAt = 6;

/** How much a frame's time adds to what is known of its size, and how fast what is known of a size that is not painted counts less. */
const news = 0.25;
const memory = 0.98;
const minWeight = 0.2;

/** Milliseconds that a picture of no pixels is taken for, and how much that counts beside what is known. */
const guess = 8;
const guessWeight = 0.03;

/**
 * Chooses the preview's resolution while playing. A frame's time is taken for a fixed part and one in proportion to its
 * pixels, both fitted by least squares to what frames of each size took: so it goes down only as long as that is of use.
 */
export class Resolution {
  /** Milliseconds that a frame may take. */
  private enough = minEnough;
  private index = 0;
  private frames = 0;
  /** Milliseconds that frames took, by their areas as shares of the full size, and how much each counts. */
  private readonly known = new Map<number, { time: number; weight: number }>();

  get scale(): number {
    return scales[this.index]!;
  }

  /** Milliseconds of a frame: its fixed part, and what all pixels of the Screen would take. */
  get cost(): { fixed: number; pixels: number } {
    // Sizes that are nearly the same say little of what lies far from them: a picture of no pixels is guessed, and counts little.
    let [weight, area, time, square, product] = [guessWeight, 0, guessWeight * guess, 0, 0];
    if (this.known.size === 0) return { fixed: 0, pixels: 0 };
    for (const [size, one] of this.known) {
      weight += one.weight;
      area += one.weight * size;
      time += one.weight * one.time;
      square += one.weight * size * size;
      product += one.weight * size * one.time;
    }
    const spread = weight * square - area * area;
    const pixels = Math.max(0, (weight * product - area * time) / spread);
    return { fixed: Math.max(0, (time - pixels * area) / weight), pixels };
  }

  /** Frames are painted by so many at the same time, and one is wanted every so many milliseconds. */
  setPace(painters: number, interval: number): void {
    this.enough = Math.max(minEnough, 0.9 * painters * interval);
  }

  /** Playback has just begun or ended: the next frames tell how it is now. */
  restart(): void {
    this.frames = 0;
  }

  /** Takes note of a painted frame. @param scale at which it was painted */
  note(paintMs: number, scale = this.scale): void {
    const area = Math.round(1000 * scale ** 2) / 1000;
    const before = this.known.get(area)?.time ?? paintMs;
    for (const one of this.known.values()) {
      one.weight = Math.max(minWeight, one.weight * memory);
      // When all becomes quicker or slower, so do frames of other sizes.
      one.time *= 1 + news * (Math.min(2, paintMs / before) - 1);
    }
    this.known.set(area, { time: before + news * (paintMs - before), weight: 1 });
    if (++this.frames < lookAt) return;
    this.frames = 0;
    this.choose();
  }

  private choose(): void {
    const { enough } = this;
    const { fixed, pixels } = this.cost;
    const timeOf = (index: number) => fixed + pixels * scales[index]! ** 2;
    let best = 0;
    for (let lower = 1; lower < scales.length && timeOf(best) > enough; lower++)
      if (timeOf(lower) < worthwhile * timeOf(best)) best = lower;
    // Neither to and fro, nor up by more than is sure.
    if (best < this.index && timeOf(best) > enough * spare && timeOf(this.index) < enough) return;
    // Down step by step: what is fixed shows only in frames of other sizes.
    this.index = Math.min(best, this.index + (timeOf(this.index) > 2 * enough ? 2 : 1));
  }
}
