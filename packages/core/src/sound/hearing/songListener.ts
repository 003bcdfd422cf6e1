import type { ChannelKind } from '../audio/pcm';

/** A signal taken from the channels of what is listened to. */
export type ChannelPart = Exclude<ChannelKind, 'mix'>;

/** Reads samples [start, start + out.length) of a signal of the song into `out`, which is silent; zeros outside the song. */
export type ReadSignal = (signal: ChannelPart, start: number, out: Float32Array) => Promise<void> | void;

/** Something that can be told of any stretch of a song from its samples. */
export interface Stretchable {
  /** Analysed moments per second, and in the song. */
  readonly rate: number;
  readonly moments: number;
  /** The signals that have to be read. */
  readonly signals: readonly ChannelPart[];
  /** The samples that moments `first` to `first + count - 1` need: [start, end) in the song, may lie outside it. */
  samplesFor(first: number, count: number): [number, number];
}

/** Levels at the moments of a song, worked out by the stretch and not kept. */
export interface StretchLevels extends Stretchable {
  /** Rows of levels of `count` moments from `first` on. Parameters as for {@link SongListener.hear}. */
  measure(
    signals: readonly Float32Array[],
    start: number,
    first: number,
    count: number,
  ): Float32Array<ArrayBuffer> | Uint8Array<ArrayBuffer>;
}

/**
 * Something that listens to a whole song, in stretches of moments and in any
 * order, and settles what it has heard into something to look up.
 */
export interface SongListener extends Stretchable {
  /** 1 for each moment that has been analysed. */
  readonly analysed: Uint8Array;
  /**
   * Analyses `count` moments from `first` on.
   * @param signals samples of each of {@link signals}, -1..1, of which the first is sample `start` of the song;
   *   they are overwritten afterwards
   */
  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void;
}

/** A listener whose levels may be worked out in another thread. */
export interface SharedListener extends SongListener {
  /** Rows of levels of all moments, in memory into which other threads may write; undefined where it is not shared. */
  readonly shared?: Float32Array | undefined;
  /** Notes that levels of the moments from `first` on have been written there. */
  noteAnalysed(first: number, count: number): void;
  /** @param levels rows of levels of the moments from `first` on, see {@link StretchLevels} */
  putLevels(first: number, levels: ArrayLike<number>): void;
}
