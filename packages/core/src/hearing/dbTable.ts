import { powerToDb, silenceDb } from '../spectrum/bands';
import type { SongAnalyser } from '../spectrum/songAnalyser';
import { hopSamples, momentCount } from './moments';

/** Band levels in dBFS of every analysed moment of a song, filled in stretches. */
export class DbTable {
  readonly moments: number;
  /** `moments` rows of `bands`. */
  readonly db: Float32Array;
  readonly heard: Uint8Array;

  /** @param rate moments per second */
  constructor(
    private readonly analyser: SongAnalyser,
    private readonly rate: number,
    lengthSamples: number,
    private readonly bands: number,
  ) {
    this.moments = momentCount(lengthSamples, rate);
    this.db = new Float32Array(this.moments * bands).fill(silenceDb);
    this.heard = new Uint8Array(this.moments);
  }

  /** See {@link SongListener.samplesFor}. */
  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(this.rate);
    // Whole steps of 32 samples, so that decimated copies of all stretches lie on one grid.
    const reach = Math.ceil(this.analyser.reach / 32) * 32;
    return [first * hop - reach, (first + count - 1) * hop + reach];
  }

  /** Analyses moments; the powers of several signals are averaged. See {@link SongListener.hear}. */
  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    const hop = hopSamples(this.rate);
    const { bands, db } = this;
    const levels = (samples: Float32Array, out: Float32Array, offset: number) =>
      this.analyser.levels(samples, first * hop - start, hop, count, out, offset);
    levels(signals[0]!, db, first * bands);
    if (signals.length > 1) {
      const other = new Float32Array(count * bands);
      for (const signal of signals.slice(1)) {
        levels(signal, other, 0);
        for (let i = 0; i < other.length; i++) {
          const at = first * bands + i;
          db[at] = powerToDb((10 ** (db[at]! / 10) + 10 ** (other[i]! / 10)) / signals.length);
        }
      }
    }
    this.heard.fill(1, first, first + count);
  }
}
