import { exact } from '../../contract';
import type { ChannelKind } from '../audio/pcm';
import { earStandard } from '../ear/ear';
import { BandLevels } from './bandLevels';
import type { ChannelPart, SharedListener, StretchLevels } from './songListener';

/** What the spectrogram shows: its range in Hz, its bands, and its darkest and brightest level in dBFS. */
export const spectrogramRange = { fromHz: 30, toHz: 18000, bands: 110, darkDb: -98, brightDb: -8 } as const;

/** Added per octave above 1 kHz, so that treble can be seen. */
const tiltDb = 2.5;

/** A picture to find one's way in: where both channels' powers count, their middle will do. */
export const spectrogramChannel = (channel: ChannelKind): ChannelPart =>
  channel === 'mix' ? 'mid' : channel;

/** Levels of a spectrogram over log frequency, in a byte for each moment and band: 0 for the darkest, 255 for the brightest. */
export class SpectrogramLevels implements StretchLevels {
  readonly rate: number;
  readonly moments: number;
  readonly signals: readonly ChannelPart[];
  private readonly inDb: BandLevels;
  private readonly gains: Float64Array;

  constructor(channel: ChannelKind, lengthSamples: number) {
    const { bands, fromHz, toHz } = spectrogramRange;
    const settings = { ...earStandard, fromHz, toHz, bands, window: 0.085 };
    this.inDb = new BandLevels(settings, spectrogramChannel(channel), lengthSamples);
    this.rate = this.inDb.rate;
    this.moments = this.inDb.moments;
    this.signals = this.inDb.signals;
    this.gains = Float64Array.from(
      { length: bands },
      (_, band) => tiltDb * exact.log2((fromHz * exact.pow(toHz / fromHz, (band + 0.5) / bands)) / 1000),
    );
  }

  samplesFor(first: number, count: number): [number, number] {
    return this.inDb.samplesFor(first, count);
  }

  measure(
    signals: readonly Float32Array[],
    start: number,
    first: number,
    count: number,
  ): Uint8Array<ArrayBuffer> {
    const { bands, darkDb, brightDb } = spectrogramRange;
    const rows = this.inDb.measure(signals, start, first, count);
    const factor = 255 / (brightDb - darkDb);
    const bytes = new Uint8Array(rows.length);
    for (let i = 0; i < rows.length; i++) {
      const level = (rows[i]! + this.gains[i % bands]! - darkDb) * factor;
      bytes[i] = level < 0 ? 0 : level > 255 ? 255 : level;
    }
    return bytes;
  }
}

/** A spectrogram of a song. */
export class SpectrogramListener extends SpectrogramLevels implements SharedListener {
  readonly analysed: Uint8Array;
  /** `moments` rows of bands, see {@link SpectrogramLevels}. */
  readonly bytes: Uint8Array;

  constructor(channel: ChannelKind, lengthSamples: number) {
    super(channel, lengthSamples);
    this.analysed = new Uint8Array(this.moments);
    this.bytes = new Uint8Array(this.moments * spectrogramRange.bands);
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    this.putLevels(first, this.measure(signals, start, first, count));
  }

  noteAnalysed(first: number, count: number): void {
    this.analysed.fill(1, first, first + count);
  }

  putLevels(first: number, levels: ArrayLike<number>): void {
    const { bands } = spectrogramRange;
    this.bytes.set(levels, first * bands);
    this.noteAnalysed(first, levels.length / bands);
  }
}
