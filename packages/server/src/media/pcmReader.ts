import {
  addMono,
  coveredPart,
  dbToGain,
  type ChannelPart,
  type PcmShape,
  type Placement,
} from '@cyclogram/core';
import { closeSync, openSync, readSync } from 'node:fs';

/** A decoded track on disk, with what decides how and when it is heard. */
export interface PcmTrack extends PcmShape {
  path: string;
  /** dB */
  gain: number;
  placement: Placement;
}

/**
 * Reads stretches of tracks, mixed to one signal. For worker threads: it blocks.
 * Holds the files open until {@link close}.
 */
export class PcmMixReader {
  private readonly files: number[];

  constructor(private readonly tracks: PcmTrack[]) {
    this.files = tracks.map((track) => openSync(track.path, 'r'));
  }

  /** Writes samples [start, start + out.length) of the film into `out`, which must be silent; outside a track there is silence. */
  read(signal: ChannelPart, start: number, out: Float32Array): void {
    this.tracks.forEach((track, i) => {
      const part = coveredPart(track.placement, start, start + out.length);
      if (!part) return;
      const { from, to, offset } = part;
      const bytesPerFrame = 2 * track.channels;
      const bytes = Buffer.alloc((to - from) * bytesPerFrame);
      readSync(this.files[i]!, bytes, 0, bytes.length, from * bytesPerFrame);
      const samples = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
      addMono(samples, track.channels, signal, dbToGain(track.gain), out, offset);
    });
  }

  close(): void {
    this.files.forEach(closeSync);
  }
}
