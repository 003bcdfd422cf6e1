import type { ChannelKind } from '../audio/pcm';

/** A signal taken from the channels of what is listened to. */
export type ChannelPart = Exclude<ChannelKind, 'mix'>;

/** Reads samples [start, start + out.length) of a signal of the song into `out`, which is silent; zeros outside the song. */
export type ReadSignal = (signal: ChannelPart, start: number, out: Float32Array) => Promise<void> | void;

/**
 * Something that listens to a whole song, in stretches of moments and in any
 * order, and settles what it has heard into something to look up.
 */
export interface SongListener {
  /** Analysed moments per second, and in the song. */
  readonly rate: number;
  readonly moments: number;
  /** 1 for each moment that has been analysed. */
  readonly heard: Uint8Array;
  /** The signals that have to be read. */
  readonly signals: readonly ChannelPart[];
  /** The samples that moments `first` to `first + count - 1` need: [start, end) in the song, may lie outside it. */
  samplesFor(first: number, count: number): [number, number];
  /**
   * Analyses `count` moments from `first` on.
   * @param signals samples of each of {@link signals}, -1..1, of which the first is sample `start` of the song;
   *   they are overwritten afterwards
   */
  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void;
}

/** A listener whose levels can be heard by another of its kind, in another thread, and be put together. */
export interface SharedListener extends SongListener {
  /** What has been heard at some moments: a copy that can travel. */
  rowsOf(first: number, count: number): Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer>;
  /** Takes what another has heard from a moment on. @param rows of {@link rowsOf} */
  putRows(first: number, rows: ArrayLike<number>): void;
}
