import {
  addMono,
  coveredPart,
  dbToGain,
  LastUsed,
  channelParts,
  partBlockLength,
  PartReader,
  spectrogramChannel,
  type ChannelPart,
  type Ear,
  type ReadSignal,
} from '@cyclogram/core';
import { PcmSource } from '../sound/pcmSource';
import type { EarSource, TrackSource } from './messages';
import { turn } from './turn';

/** Blocks of 2.7 s of a separated signal that are kept: five minutes of all four, 220 MiB. */
const keptBlocks = 440;

/** Decoded sound that is kept, so that a song of six minutes is read once, not at every change. */
const keptMegabytes = 72;

/** What ears listen to, read from the server. */
export class EarSounds {
  private readonly pcm = new PcmSource(keptMegabytes);
  /** The percussive parts of signals. */
  private readonly percussive = new LastUsed<Float32Array>(keptBlocks);

  /** @param onSeparated is told of every block that is separated here, and under what name it is kept */
  constructor(private readonly onSeparated: (name: string, block: Float32Array) => void) {}

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
    return this.partReader(tracks).of(ear.part);
  }

  private partReader(tracks: TrackSource[]): PartReader {
    const { percussive } = this;
    const blocks = {
      has: (name: string) => percussive.has(name),
      get: (name: string) => percussive.get(name),
      set: (name: string, block: Float32Array) => {
        percussive.set(name, block);
        this.onSeparated(name, block);
      },
    };
    return new PartReader(this.tracksReader(tracks), blocks, nameOf(tracks));
  }

  /** Keeps a block that someone else has separated. */
  putSeparated(name: string, block: Float32Array): void {
    this.percussive.set(name, block);
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

  /**
   * Separates, while there is nothing else to do, what an ear would listen to after a change of its part, or of its
   * channel while it listens to a part.
   * @param length of the song, in samples
   * @param goesOn asked again and again
   * @param share which block is done here first, and how many workers do this
   */
  async separateAhead(
    { ear, tracks }: EarSource,
    length: number,
    goesOn: () => boolean,
    share: { first: number; of: number },
  ): Promise<void> {
    const reader = this.partReader(tracks);
    const blocks = Math.ceil(length / partBlockLength);
    for (const signal of signalsAhead(ear).slice(0, Math.floor(keptBlocks / blocks))) {
      for (let index = share.first; index < blocks; index += share.of) {
        if (reader.isKept(signal, index)) continue;
        await turn();
        if (!goesOn()) return;
        await reader.block(signal, index);
      }
    }
  }

  /** Forgets the parts of what no ear listens to any more. */
  keepOnly(sources: EarSource[]): void {
    const wanted = sources.map(({ tracks }) => nameOf(tracks));
    for (const name of this.percussive.names()) {
      if (!wanted.some((one) => name.startsWith(one))) this.percussive.delete(name);
    }
  }
}

const nameOf = (tracks: TrackSource[]) => JSON.stringify(tracks);

/** The signals whose parts may be wanted next: those of the ear and of its spectrogram; of an ear that listens to a part, all. */
function signalsAhead({ channel, part }: Ear): ChannelPart[] {
  const own = [...channelParts(channel), spectrogramChannel(channel)];
  const others: ChannelPart[] = part === 'all' ? [] : ['mid', 'left', 'right', 'side'];
  return [...new Set([...own, ...others])];
}
