/** What is heard of a film at any time: all that a picture needs to know of the sound. */
export interface Hearing {
  /** Length of the film in seconds; Infinity while it is not known. */
  readonly end: number;
  /**
   * Levels (0..1) of an ear's bands that are not muted at `t` seconds, low band first.
   * Undefined when there is no such ear.
   */
  levelsAt(earId: string, t: number): Float32Array | undefined;
  /** The highest level of each band in a stretch of time, its ends included; as {@link levelsAt}. @param from at most `to` */
  highestLevels(earId: string, from: number, to: number): Float32Array | undefined;
  /** Held peaks, as {@link levelsAt}; undefined when the ear holds none. */
  peaksAt(earId: string, t: number): Float32Array | undefined;
  /** Value (0..1) of a follower at `t` seconds; undefined when there is no such follower. */
  followerAt(followerId: string, t: number): number | undefined;
  /** All values of a follower; undefined when there is no such follower, and for those that follow the beat. */
  followerTable(followerId: string): FollowerTable | undefined;
  /** The waveform that an ear listens to; undefined while it is not known, or no figure shows it. */
  waveformOf(earId: string): Waveform | undefined;
}

/** A waveform as it travels between threads. */
export interface Waveform {
  /** Samples per second. */
  rate: number;
  /** -32768..32767 */
  samples: Int16Array;
}

/** Rows of levels as they travel between threads. */
export interface LevelTable {
  bands: number;
  /** Rows per second. */
  rate: number;
  /** Moment of the first row: what is before and after the rows there are reads as the nearest one. */
  first: number;
  /** Rows of `bands` levels, 0..1. */
  levels: Float32Array;
  /** Held peaks, as levels. */
  peaks?: Float32Array;
}

/** A follower's values as they travel between threads. */
export interface FollowerTable {
  /** Values per second. */
  rate: number;
  /** 0..1 */
  values: Float32Array;
  /** Seconds by which the values are late. */
  delay: number;
  /** Times in seconds at which it fires, without the delay. */
  fires: readonly number[];
}
