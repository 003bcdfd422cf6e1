import { pcmSampleRate, type ChannelKind } from '../audio/pcm';
import { halve, loweringMargin } from '../signal/halve';
import type { Waveform } from './hearing';
import { hopSamples, momentCount } from './moments';
import type { ChannelPart, SongListener } from './songListener';

const rate = 60;
/** Every so many-th sample is kept, of a signal halved twice: what a picture of a waveform can show. */
const decimation = 4;

/** Listens to the waveform itself, at a quarter of the sample rate. */
export class WaveformListener implements SongListener {
  readonly rate = rate;
  readonly moments: number;
  readonly analysed: Uint8Array;
  readonly signals: readonly ChannelPart[];
  /** -32768..32767; from the start of the song. */
  readonly samples: Int16Array;

  /** @param lengthSamples length of the song in samples */
  constructor(channel: ChannelKind, lengthSamples: number) {
    this.signals = [channel === 'mix' ? 'mid' : channel];
    this.moments = momentCount(lengthSamples, rate);
    this.analysed = new Uint8Array(this.moments);
    this.samples = new Int16Array(Math.ceil(lengthSamples / decimation) + 1);
  }

  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(rate);
    const lookAround = Math.ceil(loweringMargin(decimation) / 32) * 32;
    return [first * hop - lookAround, (first + count) * hop + lookAround];
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    const kept = halve(halve(signals[0]!));
    const hop = hopSamples(rate);
    for (let at = (first * hop) / decimation; at < ((first + count) * hop) / decimation; at++) {
      const value = kept[at - start / decimation] ?? 0;
      if (at < this.samples.length)
        this.samples[at] = Math.max(-32768, Math.min(32767, Math.round(value * 32768)));
    }
    this.analysed.fill(1, first, first + count);
  }

  /** The waveform as it travels between threads: a copy. */
  toWaveform(): Waveform {
    return { rate: pcmSampleRate / decimation, samples: this.samples.slice() };
  }
}
