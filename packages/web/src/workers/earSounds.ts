import {
  addMono,
  coveredPart,
  dbToGain,
  partReader,
  type PartReader,
  type ReadSignal,
} from '@cyclogram/core';
import { PcmSource } from '../sound/pcmSource';
import type { EarSource, TrackSource } from './messages';

/** Blocks of 2.7 s of a separated part that are kept: ten minutes. */
const keptBlocks = 220;

/** Decoded sound that is kept, so that a song of six minutes is read once, not at every change. */
const keptMegabytes = 72;

/** What ears listen to, read from the server. */
export class EarSounds {
  private readonly pcm = new PcmSource(keptMegabytes);
  /** Readers of parts of tracks, which keep what they have separated. */
  private readonly parts = new Map<string, PartReader>();

  /** Reads tracks, mixed. */
  tracksReader(tracks: TrackSource[]): ReadSignal {
    return async (signal, start, out) => {
      for (const track of tracks) {
        const part = coveredPart(track.placement, start, start + out.length);
        if (!part) continue;
        for (const { samples, offset } of await this.pcm.pieces(track, part.from, part.to)) {
          addMono(samples, track.channels, signal, dbToGain(track.gain), out, part.offset + offset);
        }
      }
    };
  }

  /** Reads what an ear listens to: only its part. */
  reader(source: EarSource): ReadSignal {
    const { ear, tracks } = source;
    if (ear.part === 'all') return this.tracksReader(tracks);
    const key = partKey(source);
    let reader = this.parts.get(key);
    if (!reader) this.parts.set(key, (reader = partReader(this.tracksReader(tracks), keptBlocks)));
    return reader(ear.part);
  }

  /**
   * Reads all that ears listen to before it is wanted, while there is nothing else to do: then a change needs no reading.
   * @param goesOn asked again and again
   */
  async readAhead(sources: EarSource[], goesOn: () => boolean): Promise<void> {
    // Whoever needs it finds out that it cannot be read.
    await this.pcm
      .readAhead(
        sources.flatMap(({ tracks }) => tracks),
        goesOn,
      )
      .catch(() => undefined);
  }

  /** Forgets the parts that no ear listens to any more. */
  keepOnly(sources: EarSource[]): void {
    const wanted = new Set(sources.filter(({ ear }) => ear.part !== 'all').map(partKey));
    for (const key of this.parts.keys()) if (!wanted.has(key)) this.parts.delete(key);
  }
}

const partKey = ({ tracks }: EarSource) => JSON.stringify(tracks);
