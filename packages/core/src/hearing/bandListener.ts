import { channelParts, pcmSampleRate, type ChannelKind } from '../audio/pcm';
import { meanPowerDb, silenceDb } from '../spectrum/bands';
import type { AnalysisPlan, BandSettings } from '../spectrum/plan';
import { SongAnalyser } from '../spectrum/songAnalyser';
import { bandEdges } from '../spectrum/scales';
import { affordableRate, hopSamples, momentCount } from './moments';
import type { ChannelPart, SharedListener } from './songListener';

/** Listens to the levels of bands: dBFS for every analysed moment of a song. */
export class BandListener implements SharedListener {
  readonly rate: number;
  readonly moments: number;
  readonly heard: Uint8Array;
  readonly signals: readonly ChannelPart[];
  /** How the song is transformed. */
  readonly plan: AnalysisPlan;
  /** Band edges in Hz, one more than bands. */
  readonly edges: Float64Array;
  readonly bands: number;
  /** dBFS before any mapping: `moments` rows of `bands`. */
  readonly db: Float32Array;
  private readonly analyser: SongAnalyser;

  /**
   * @param lengthSamples length of the song in samples
   * @throws RangeError when the bands cannot be made
   */
  constructor(settings: BandSettings, channel: ChannelKind, lengthSamples: number) {
    this.rate = affordableRate(settings.window, bandEdges(settings).length - 1, lengthSamples);
    this.signals = channelParts(channel);
    this.analyser = new SongAnalyser(settings, pcmSampleRate, hopSamples(this.rate));
    this.plan = this.analyser.plan;
    this.edges = this.plan.edges;
    this.bands = this.edges.length - 1;
    this.moments = momentCount(lengthSamples, this.rate);
    this.db = new Float32Array(this.moments * this.bands).fill(silenceDb);
    this.heard = new Uint8Array(this.moments);
  }

  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(this.rate);
    // Whole steps of 32 samples, so that decimated copies of all stretches lie on one grid.
    const reach = Math.ceil(this.analyser.reach / 32) * 32;
    return [first * hop - reach, (first + count - 1) * hop + reach];
  }

  /** Analyses moments; the powers of two signals are averaged. */
  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    const hop = hopSamples(this.rate);
    const { bands, db } = this;
    const levels = (samples: Float32Array, out: Float32Array, offset: number) =>
      this.analyser.levels(samples, first * hop - start, hop, count, out, offset);
    levels(signals[0]!, db, first * bands);
    if (signals.length === 2) {
      const other = new Float32Array(count * bands);
      levels(signals[1]!, other, 0);
      for (let i = 0, at = first * bands; i < other.length; i++, at++)
        db[at] = meanPowerDb(db[at]!, other[i]!);
    }
    this.heard.fill(1, first, first + count);
  }

  rowsOf(first: number, count: number) {
    return this.db.slice(first * this.bands, (first + count) * this.bands);
  }

  putRows(first: number, rows: ArrayLike<number>): void {
    this.db.set(rows, first * this.bands);
    this.heard.fill(1, first, first + rows.length / this.bands);
  }
}
