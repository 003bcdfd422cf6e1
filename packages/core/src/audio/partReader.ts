import type { Ear } from '../film/schema';
import type { ReadSignal } from '../hearing/songListener';
import { separate } from './separate';

/** Samples that are separated and kept together: 2.7 s. */
const blockLength = 1 << 17;

/**
 * Reads only the sustained or the struck part of a sound. What has been
 * separated is kept, for it costs more than all that comes after.
 * @param mostBlocks how many blocks of 2.7 s are kept; the one used longest ago goes first
 */
export function partReader(read: ReadSignal, part: Ear['part'], mostBlocks = 8): ReadSignal {
  if (part === 'all') return read;
  const blocks = new Map<string, Float32Array>();

  const block = async (signal: Parameters<ReadSignal>[0], index: number) => {
    const key = `${signal} ${index}`;
    let samples = blocks.get(key);
    if (samples) blocks.delete(key);
    else {
      samples = new Float32Array(blockLength);
      await separate((start, out) => read(signal, start, out), part, index * blockLength, samples);
    }
    blocks.set(key, samples);
    if (blocks.size > mostBlocks) blocks.delete(blocks.keys().next().value!);
    return samples;
  };

  return async (signal, start, out) => {
    const end = start + out.length;
    for (let index = Math.floor(start / blockLength); index * blockLength < end; index++) {
      const samples = await block(signal, index);
      const from = Math.max(start, index * blockLength);
      const to = Math.min(end, (index + 1) * blockLength);
      out.set(samples.subarray(from - index * blockLength, to - index * blockLength), from - start);
    }
  };
}
