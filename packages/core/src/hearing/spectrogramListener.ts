import { pcmSampleRate, type ChannelKind } from '../audio/pcm';
import { earStandard } from '../film/defaults';
import { SongAnalyser } from '../spectrum/songAnalyser';
import { hopSamples, momentCount } from './moments';
import type { ChannelPart, SharedListener } from './songListener';

/** What the spectrogram shows: its range in Hz, its bands, and its darkest and brightest level in dBFS. */
export const spectrogramRange = { fromHz: 30, toHz: 18000, bands: 110, darkDb: -98, brightDb: -8 } as const;

/** Added per octave above 1 kHz, so that treble can be seen. */
const tiltDb = 2.5;
const rate = 60;

/**
 * A spectrogram of a song over log frequency, kept in a byte for each moment and
 * band: 0 for the darkest level, 255 for the brightest.
 */
export class SpectrogramListener implements SharedListener {
  readonly rate = rate;
  readonly moments: number;
  readonly heard: Uint8Array;
  readonly signals: readonly ChannelPart[];
  /** `moments` rows of bands. */
  readonly bytes: Uint8Array;
  private readonly analyser: SongAnalyser;
  private readonly gains: Float64Array;

  constructor(channel: ChannelKind, lengthSamples: number) {
    // A picture to find one's way in: where both channels' powers count, their middle will do.
    this.signals = [channel === 'mix' ? 'middle' : channel];
    this.moments = momentCount(lengthSamples, rate);
    this.heard = new Uint8Array(this.moments);
    const { bands, fromHz, toHz } = spectrogramRange;
    this.bytes = new Uint8Array(this.moments * bands);
    this.analyser = new SongAnalyser(
      { ...earStandard, fromHz, toHz, bands, window: 0.085 },
      pcmSampleRate,
      hopSamples(rate),
    );
    this.gains = Float64Array.from(
      { length: bands },
      (_, band) => tiltDb * Math.log2((fromHz * (toHz / fromHz) ** ((band + 0.5) / bands)) / 1000),
    );
  }

  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(rate);
    const reach = Math.ceil(this.analyser.reach / 32) * 32;
    return [first * hop - reach, (first + count - 1) * hop + reach];
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    const hop = hopSamples(rate);
    const { bands, darkDb, brightDb } = spectrogramRange;
    const rows = new Float32Array(count * bands);
    this.analyser.levels(signals[0]!, first * hop - start, hop, count, rows, 0);
    const factor = 255 / (brightDb - darkDb);
    for (let i = 0; i < rows.length; i++) {
      const level = (rows[i]! + this.gains[i % bands]! - darkDb) * factor;
      this.bytes[first * bands + i] = level < 0 ? 0 : level > 255 ? 255 : level;
    }
    this.heard.fill(1, first, first + count);
  }

  rowsOf(first: number, count: number) {
    return this.bytes.slice(first * spectrogramRange.bands, (first + count) * spectrogramRange.bands);
  }

  putRows(first: number, rows: ArrayLike<number>): void {
    this.bytes.set(rows, first * spectrogramRange.bands);
    this.heard.fill(1, first, first + rows.length / spectrogramRange.bands);
  }
}
