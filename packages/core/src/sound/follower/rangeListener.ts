import type { Ear } from '../ear/ear';
import { BandListener } from '../hearing/bandListener';
import { silenceDb } from '../spectrum/bands';

/** Listens to the level of one range, through the window of an ear. */
export class RangeListener extends BandListener {
  /** @throws RangeError when the range is empty */
  constructor(ear: Ear, fromHz: number, toHz: number, lengthSamples: number) {
    super({ ...ear, scale: 'hand', edges: [fromHz, toHz], longWindow: 0 }, ear.channel, lengthSamples);
    this.db.fill(silenceDb);
  }

  /** Level of every moment in dBFS; silence where it has not listened yet. */
  raw(): Float32Array {
    return this.db;
  }
}
