import { align, growTo, scratch, signal } from '../signal/signalEngine';
import type { ChannelKind } from './pcm';

/** Factors of left and right. A mono track is the same on both sides. */
const factors = { mid: [0.5, 0.5], left: [1, 0], right: [0, 1], side: [0.5, -0.5] } as const;

/** Moments that are added at a time: so many stay in the nearest cache. */
const together = 4096;

/**
 * Adds a stretch of a track to a mono buffer, in WebAssembly: this is done at each change of an ear.
 * @param interleaved 16-bit samples of the stretch, `channels` per moment
 * @param out -1..1, at least as many values as the stretch has moments, plus `offset`
 */
export function addMono(
  interleaved: Int16Array,
  channels: 1 | 2,
  channel: Exclude<ChannelKind, 'mix'>,
  gain: number,
  out: Float32Array,
  offset = 0,
): void {
  const [ofLeft, ofRight] = factors[channel];
  const scale = gain / 32768;
  const [left, right] = channels === 1 ? [(ofLeft + ofRight) * scale, 0] : [ofLeft * scale, ofRight * scale];
  const from = scratch();
  const to = align(from + 2 * channels * together);
  const buffer = growTo(to + 4 * together);
  const samples = new Int16Array(buffer, from, channels * together);
  const sums = new Float32Array(buffer, to, together);
  const count = interleaved.length / channels;
  for (let first = 0; first < count; first += together) {
    const size = Math.min(together, count - first);
    samples.set(interleaved.subarray(channels * first, channels * (first + size)));
    sums.set(out.subarray(offset + first, offset + first + size));
    signal().addPcm(from, size, channels, left, right, to);
    out.set(sums.subarray(0, size), offset + first);
  }
}
