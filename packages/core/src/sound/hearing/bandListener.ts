import type { ChannelKind } from '../audio/pcm';
import type { BandSettings } from '../spectrum/plan';
import { BandLevels } from './bandLevels';
import type { SharedListener } from './songListener';

/** Listens to the levels of bands: dBFS for every analysed moment of a song. */
export class BandListener extends BandLevels implements SharedListener {
  readonly analysed: Uint8Array;
  /** dBFS before any mapping: `moments` rows of `bands`; of those that have been heard. */
  readonly db: Float32Array;

  /**
   * @param lengthSamples length of the song in samples
   * @param rows makes room for so many levels, which may hold anything
   * @throws RangeError when the bands cannot be made
   */
  constructor(
    settings: BandSettings,
    channel: ChannelKind,
    lengthSamples: number,
    rows = (length: number): Float32Array => new Float32Array(length),
  ) {
    super(settings, channel, lengthSamples);
    // Nothing is written into it before it is heard: for many bands of a long song that alone takes time.
    this.db = rows(this.moments * this.bands);
    this.analysed = new Uint8Array(this.moments);
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    this.measureInto(this.db, signals, start, first, count);
    this.noteAnalysed(first, count);
  }

  get shared(): Float32Array | undefined {
    const { SharedArrayBuffer: Shared } = globalThis;
    return Shared && this.db.buffer instanceof Shared ? this.db : undefined;
  }

  noteAnalysed(first: number, count: number): void {
    this.analysed.fill(1, first, first + count);
  }

  putLevels(first: number, levels: ArrayLike<number>): void {
    this.db.set(levels, first * this.bands);
    this.noteAnalysed(first, levels.length / this.bands);
  }
}
