import { channelParts, pcmSampleRate } from '../audio/pcm';
import type { Ear } from '../film/schema';
import { DbTable } from '../hearing/dbTable';
import { momentsPerSecond } from '../hearing/moments';
import type { ChannelPart, SongListener } from '../hearing/songListener';
import { SongAnalyser } from '../spectrum/songAnalyser';

/** Listens to the level of one range, through the window of an ear. */
export class RangeListener implements SongListener {
  readonly rate: number;
  readonly moments: number;
  readonly signals: readonly ChannelPart[];
  private readonly table: DbTable;

  /** @throws RangeError when the range is empty */
  constructor(ear: Ear, fromHz: number, toHz: number, lengthSamples: number) {
    this.rate = momentsPerSecond(ear.window);
    this.signals = channelParts(ear.channel);
    const settings = { ...ear, scale: 'hand' as const, edges: [fromHz, toHz], longWindow: 0 };
    const analyser = new SongAnalyser(settings, pcmSampleRate, pcmSampleRate / this.rate);
    this.table = new DbTable(analyser, this.rate, lengthSamples, 1);
    this.moments = this.table.moments;
  }

  get heard(): Uint8Array {
    return this.table.heard;
  }

  samplesFor(first: number, count: number): [number, number] {
    return this.table.samplesFor(first, count);
  }

  hear(signals: readonly Float32Array[], start: number, first: number, count: number): void {
    this.table.hear(signals, start, first, count);
  }

  /** Level of every moment in dBFS. */
  raw(): Float32Array {
    return this.table.db;
  }
}
