import { LastUsed } from '../../contract';
import type { Ear } from '../ear/ear';
import type { ChannelPart, ReadSignal } from '../hearing/songListener';
import { separate } from './separate';

/** Samples that are separated and kept together: 2.7 s. */
export const partBlockLength = 1 << 17;

/** Blocks that are kept where nothing else is said: 21 s of one signal. */
const maxBlocks = 8;

/** Where what has been separated is kept, by name. */
export type PercussiveBlocks = Pick<LastUsed<Float32Array>, 'has' | 'get' | 'set'>;

/** Memory that threads share, where the page may have it. */
function newBlock(): Float32Array {
  const bytes = 4 * partBlockLength;
  return new Float32Array(
    typeof SharedArrayBuffer === 'undefined' ? new ArrayBuffer(bytes) : new SharedArrayBuffer(bytes),
  );
}

/**
 * Reads the harmonic and the percussive part of a sound. What has been
 * separated is kept for both, for it costs more than all that comes after.
 */
export class PartReader {
  /**
   * @param readAll reads the sound itself
   * @param blocks where blocks of its percussive part are kept
   * @param name tells them from those of other sounds that are kept there too
   */
  constructor(
    private readonly readAll: ReadSignal,
    private readonly blocks: PercussiveBlocks = new LastUsed(maxBlocks),
    private readonly name = '',
  ) {}

  /** Reads a part of the sound: all of it, its harmonic part, or its percussive part. */
  of(part: Ear['part']): ReadSignal {
    if (part === 'all') return this.readAll;
    return part === 'percussive' ? this.readPercussive : this.readHarmonic;
  }

  /** Whether a block of the percussive part is there already. */
  isKept(signal: ChannelPart, index: number): boolean {
    return this.blocks.has(this.nameOf(signal, index));
  }

  /** A block of the percussive part, separated unless it is kept. @param index counted in {@link partBlockLength} */
  async block(signal: ChannelPart, index: number): Promise<Float32Array> {
    const name = this.nameOf(signal, index);
    const known = this.blocks.get(name);
    if (known) return known;
    const samples = newBlock();
    await this.separate(signal, index * partBlockLength, samples);
    this.blocks.set(name, samples);
    return samples;
  }

  private nameOf(signal: ChannelPart, index: number): string {
    return `${this.name} ${signal} ${index}`;
  }

  private separate(signal: ChannelPart, start: number, out: Float32Array): Promise<void> {
    return separate((from, samples) => this.readAll(signal, from, samples), start, out);
  }

  private readonly readPercussive: ReadSignal = async (signal, start, out) => {
    const end = start + out.length;
    const first = Math.floor(start / partBlockLength);
    if (out.length < partBlockLength / 2 && !this.isKept(signal, first)) {
      // Of the moment that is wanted first, only what is wanted: whole blocks around it would take several times as long.
      await this.separate(signal, start, out);
      return;
    }
    for (let index = first; index * partBlockLength < end; index++) {
      const blockStart = index * partBlockLength;
      const from = Math.max(start, blockStart);
      const to = Math.min(end, blockStart + partBlockLength);
      const samples = await this.block(signal, index);
      out.set(samples.subarray(from - blockStart, to - blockStart), from - start);
    }
  };

  private readonly readHarmonic: ReadSignal = async (signal, start, out) => {
    const percussive = new Float32Array(out.length);
    await this.readPercussive(signal, start, percussive);
    await this.readAll(signal, start, out);
    for (let n = 0; n < out.length; n++) out[n]! -= percussive[n]!;
  };
}
