import type { Ear } from '../film/schema';
import type { ReadSignal } from '../hearing/songListener';
import { separate } from './separate';

/** Samples that are separated and kept together: 2.7 s. */
const blockLength = 1 << 17;

/** Reads a part of a sound: all of it, what is sustained, or what is struck. */
export type PartReader = (part: Ear['part']) => ReadSignal;

/**
 * Reads the sustained and the struck part of a sound. What has been
 * separated is kept for both, for it costs more than all that comes after.
 * @param mostBlocks how many blocks of 2.7 s are kept; the one used longest ago goes first
 */
export function partReader(read: ReadSignal, mostBlocks = 8): PartReader {
  const blocks = new Map<string, Float32Array>();

  /** A block of the struck part. */
  const block = async (signal: Parameters<ReadSignal>[0], index: number) => {
    const key = `${signal} ${index}`;
    let samples = blocks.get(key);
    if (samples) blocks.delete(key);
    else {
      samples = new Float32Array(blockLength);
      await separate((start, out) => read(signal, start, out), index * blockLength, samples);
    }
    blocks.set(key, samples);
    if (blocks.size > mostBlocks) blocks.delete(blocks.keys().next().value!);
    return samples;
  };

  const readStruck: ReadSignal = async (signal, start, out) => {
    const end = start + out.length;
    const first = Math.floor(start / blockLength);
    if (out.length < blockLength / 2 && !blocks.has(`${signal} ${first}`)) {
      // Of the moment that is wanted first, only what is wanted: whole blocks around it would take several times as long.
      await separate((from, samples) => read(signal, from, samples), start, out);
      return;
    }
    for (let index = first; index * blockLength < end; index++) {
      const samples = await block(signal, index);
      const from = Math.max(start, index * blockLength);
      const to = Math.min(end, (index + 1) * blockLength);
      out.set(samples.subarray(from - index * blockLength, to - index * blockLength), from - start);
    }
  };
  const readSustained: ReadSignal = async (signal, start, out) => {
    const struck = new Float32Array(out.length);
    await readStruck(signal, start, struck);
    await read(signal, start, out);
    for (let n = 0; n < out.length; n++) out[n]! -= struck[n]!;
  };
  return (part) => ({ all: read, sustained: readSustained, struck: readStruck })[part];
}
