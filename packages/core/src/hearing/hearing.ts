/** Band levels of a film's ears at any time: all that a picture needs to know of the sound. */
export interface Hearing {
  /**
   * Levels (0..1) of an ear's bands at `t` seconds, low band first.
   * Undefined when there is no such ear.
   */
  levelsAt(earId: string, t: number): Float32Array | undefined;
}

/** Rows of levels as they travel between threads. */
export interface LevelTable {
  bands: number;
  /** Rows per second. */
  rate: number;
  /** Rows of `bands` levels, 0..1. */
  levels: Float32Array;
}
