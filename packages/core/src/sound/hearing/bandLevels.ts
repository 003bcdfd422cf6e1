import { channelParts, pcmSampleRate, type ChannelKind } from '../audio/pcm';
import type { AnalysisPlan, BandSettings } from '../spectrum/plan';
import { bandEdges } from '../spectrum/scales';
import { maxDecimation } from '../songSpectrum/divideBands';
import { SongAnalyser } from '../songSpectrum/songAnalyser';
import { affordableRate, hopSamples, momentCount, momentsPerSecond } from './moments';
import type { ChannelPart, StretchLevels } from './songListener';

/** Levels of bands at the moments of a song: dBFS before any mapping. Nothing is kept of them. */
export class BandLevels implements StretchLevels {
  readonly rate: number;
  readonly moments: number;
  readonly signals: readonly ChannelPart[];
  /** How the song is transformed. */
  readonly plan: AnalysisPlan;
  /** Band edges in Hz, one more than bands. */
  readonly edges: Float64Array;
  readonly bands: number;
  private readonly analyser: SongAnalyser;

  /**
   * @param lengthSamples length of the song in samples
   * @throws RangeError when the bands cannot be made
   */
  constructor(settings: BandSettings, channel: ChannelKind, lengthSamples: number) {
    this.rate = affordableRate(settings.window, bandEdges(settings).length - 1, lengthSamples);
    this.signals = channelParts(channel);
    const everyOf = (window: number) => Math.max(1, this.rate / momentsPerSecond(window));
    this.analyser = new SongAnalyser(settings, pcmSampleRate, hopSamples(this.rate), everyOf);
    this.plan = this.analyser.plan;
    this.edges = this.plan.edges;
    this.bands = this.edges.length - 1;
    this.moments = momentCount(lengthSamples, this.rate);
  }

  samplesFor(first: number, count: number): [number, number] {
    const hop = hopSamples(this.rate);
    const { lookAround } = this.analyser;
    // On the grid of all copies at lower rates, so that those of all stretches are the same.
    const start = Math.floor((first * hop - lookAround) / maxDecimation) * maxDecimation;
    return [start, (first + count - 1) * hop + lookAround];
  }

  /** Analyses moments; of two signals the mean of their powers. */
  measure(
    signals: readonly Float32Array[],
    start: number,
    first: number,
    count: number,
  ): Float32Array<ArrayBuffer> {
    const levels = new Float32Array(count * this.bands);
    this.analyse(signals, start, first, count, levels, 0);
    return levels;
  }

  /** As {@link measure}. @param table gets the levels: rows of all moments */
  measureInto(
    table: Float32Array,
    signals: readonly Float32Array[],
    start: number,
    first: number,
    count: number,
  ): void {
    this.analyse(signals, start, first, count, table, first * this.bands);
  }

  private analyse(
    signals: readonly Float32Array[],
    start: number,
    first: number,
    count: number,
    out: Float32Array,
    offset: number,
  ): void {
    const hop = hopSamples(this.rate);
    this.analyser.levels(signals, first * hop - start, hop, count, out, offset, first);
  }
}
