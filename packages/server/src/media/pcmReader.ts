import { addMono, dbToGain, type ChannelKind, type PcmShape } from '@cyclogram/core';
import { closeSync, openSync, readSync } from 'node:fs';

/** A decoded track on disk, with what decides how it is heard. */
export interface PcmTrack extends PcmShape {
  path: string;
  /** dB */
  gain: number;
}

/**
 * Reads stretches of tracks, mixed to mono. For worker threads: it blocks.
 * Holds the files open until {@link close}.
 */
export class PcmMixReader {
  private readonly files: number[];

  constructor(
    private readonly tracks: PcmTrack[],
    private readonly channel: ChannelKind,
  ) {
    this.files = tracks.map((track) => openSync(track.path, 'r'));
  }

  /** Writes samples [start, start + out.length) into `out`, which must be silent; outside a track there is silence. */
  read(start: number, out: Float32Array): void {
    this.tracks.forEach((track, i) => {
      const from = Math.max(start, 0);
      const to = Math.min(start + out.length, track.length);
      if (to <= from) return;
      const bytesPerFrame = 2 * track.channels;
      const bytes = Buffer.alloc((to - from) * bytesPerFrame);
      readSync(this.files[i]!, bytes, 0, bytes.length, from * bytesPerFrame);
      const samples = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
      addMono(samples, track.channels, this.channel, dbToGain(track.gain), out, from - start);
    });
  }

  close(): void {
    this.files.forEach(closeSync);
  }
}
