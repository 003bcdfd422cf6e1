import { channelParts, pcmSampleRate, type ChannelKind } from '../audio/pcm';
import { DbTable } from '../hearing/dbTable';
import { momentsPerSecond } from '../hearing/moments';
import type { ChannelPart, SongListener } from '../hearing/songListener';
import { earStandard } from '../film/defaults';
import { SongAnalyser } from '../spectrum/songAnalyser';
import { spectralFlux } from './onsets';

/** Window for onsets in seconds: short, whatever the ear's is. */
const onsetWindow = 0.046;
/** Bands to an octave in which growth is looked for. */
const bandsPerOctave = 4;

/** Listens for where something begins in a range. */
export class FluxListener implements SongListener {
  readonly rate = momentsPerSecond(onsetWindow);
  readonly moments: number;
  readonly signals: readonly ChannelPart[];
  private readonly table: DbTable;
  private readonly bands: number;

  /** @throws RangeError when the range is empty */
  constructor(channel: ChannelKind, fromHz: number, toHz: number, lengthSamples: number) {
    this.signals = channelParts(channel);
    this.bands = Math.max(1, Math.round(bandsPerOctave * Math.log2(toHz / fromHz)));
    const settings = { ...earStandard, scale: 'log' as const, fromHz, toHz, bands: this.bands };
    const analyser = new SongAnalyser(
      { ...settings, window: onsetWindow },
      pcmSampleRate,
      pcmSampleRate / this.rate,
    );
    this.table = new DbTable(analyser, this.rate, lengthSamples, this.bands);
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

  /** Spectral flux of every moment; where it has not listened yet there is none. */
  raw(): Float32Array {
    const lag = Math.max(1, Math.round((onsetWindow / 2) * this.rate));
    const flux = spectralFlux(this.table.db, this.bands, lag);
    // From what has not been heard to what has, everything seems to begin.
    for (let n = 0; n < flux.length; n++) {
      for (let k = Math.max(0, n - lag); k <= Math.min(flux.length - 1, n + lag); k++) {
        if (!this.heard[k]) {
          flux[n] = 0;
          break;
        }
      }
    }
    return flux;
  }
}
