import { exact } from '../../contract';
import type { ChannelKind } from '../audio/pcm';
import { earStandard } from '../ear/ear';
import { BandListener } from '../hearing/bandListener';
import { spectralFlux } from './onsets';

/** Window for onsets in seconds: short, whatever the ear's is. */
const onsetWindow = 0.046;
/** Bands to an octave in which growth is looked for. */
const bandsPerOctave = 4;

/** Listens for where something begins in a range. */
export class FluxListener extends BandListener {
  /** @throws RangeError when the range is empty */
  constructor(channel: ChannelKind, fromHz: number, toHz: number, lengthSamples: number) {
    const bands = Math.max(1, Math.round(bandsPerOctave * exact.log2(toHz / fromHz)));
    const settings = { ...earStandard, scale: 'log' as const, fromHz, toHz, bands, window: onsetWindow };
    super(settings, channel, lengthSamples);
  }

  /** Spectral flux of every moment; where it has not listened yet there is none. */
  raw(): Float32Array {
    const lag = Math.max(1, Math.round((onsetWindow / 2) * this.rate));
    const flux = spectralFlux(this.db, this.bands, lag);
    // From what has not been heard to what has, everything seems to begin.
    for (let n = 0; n < flux.length; n++) {
      for (let k = Math.max(0, n - lag); k <= Math.min(flux.length - 1, n + lag); k++) {
        if (!this.analysed[k]) {
          flux[n] = 0;
          break;
        }
      }
    }
    return flux;
  }
}
