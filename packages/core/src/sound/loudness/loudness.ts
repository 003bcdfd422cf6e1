import { exact } from '../../contract';
import { pcmSampleRate, type ChannelKind } from '../audio/pcm';
import { hopSamples, momentCount } from '../hearing/moments';
import type { ChannelPart, SongListener } from '../hearing/songListener';
import { kWeight } from './kWeighting';

/** Loudness below this is reported as this, in LUFS. */
export const silenceLufs = -120;

/** Moments in the 400 ms of momentary loudness, at 60 a second. */
const momentsPerBlock = 24;
/** The filters have long settled after this many samples. */
const leadIn = pcmSampleRate / 2;

/** Loudness of a sum of mean squares over channels: ITU-R BS.1770-4, annex 1, equation 2. */
export const lufs = (meanSquare: number) =>
  meanSquare > 1e-12 ? -0.691 + 10 * exact.log10(meanSquare) : silenceLufs;

/**
 * Momentary loudness of a song: K-weighted power of the 400 ms around each
 * moment. ITU-R BS.1770-4, EBU Tech 3341.
 */
export class LoudnessListener implements SongListener {
  readonly rate = 60;
  readonly moments: number;
  readonly analysed: Uint8Array;
  readonly signals: readonly ChannelPart[];
  private readonly loudness: Float32Array;

  /** @param channel left and right both count, unless an ear listens to one signal alone */
  constructor(channel: ChannelKind, lengthSamples: number) {
    this.signals = channel === 'mix' || channel === 'mid' ? ['left', 'right'] : [channel];
    this.moments = momentCount(lengthSamples, this.rate);
    this.analysed = new Uint8Array(this.moments);
    this.loudness = new Float32Array(this.moments).fill(silenceLufs);
  }

  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(this.rate);
    const half = (momentsPerBlock / 2) * hop;
    return [first * hop - half - leadIn, (first + count - 1) * hop + half];
  }

  hear(signals: readonly Float32Array[], _start: number, first: number, count: number): void {
    const hop = hopSamples(this.rate);
    const squares = new Float64Array(count - 1 + momentsPerBlock);
    for (const signal of signals) {
      const weighted = kWeight(signal);
      for (let block = 0; block < squares.length; block++) {
        const from = leadIn + block * hop;
        let sum = 0;
        for (let n = from; n < from + hop; n++) sum += weighted[n]! * weighted[n]!;
        squares[block]! += sum / (momentsPerBlock * hop);
      }
    }
    for (let i = 0; i < count; i++) {
      let sum = 0;
      for (let block = i; block < i + momentsPerBlock; block++) sum += squares[block]!;
      this.loudness[first + i] = lufs(sum);
    }
    this.analysed.fill(1, first, first + count);
  }

  /** Momentary loudness of every moment in LUFS. */
  raw(): Float32Array {
    return this.loudness;
  }
}

/** Moments between the blocks of integrated loudness: 100 ms, so that they overlap by 75 %. */
const blockStep = 6;

/**
 * Integrated loudness in LUFS: the mean of the blocks that pass the gate at -70
 * LUFS, then of those less than 10 LU below that mean. ITU-R BS.1770-4, annex 1.
 * @param momentary of {@link LoudnessListener.raw}
 */
export function integratedLoudness(momentary: Float32Array): number {
  const blocks: number[] = [];
  // Only blocks that lie within the song count.
  for (let n = momentsPerBlock / 2; n < momentary.length - momentsPerBlock / 2; n += blockStep) {
    if (momentary[n]! > -70) blocks.push(momentary[n]!);
  }
  const meanOf = (values: number[]) =>
    values.length === 0
      ? silenceLufs
      : lufs(values.reduce((sum, value) => sum + exact.pow(10, (value + 0.691) / 10), 0) / values.length);
  const gate = meanOf(blocks) - 10;
  return meanOf(blocks.filter((value) => value > gate));
}
