/** Sample rate of every decoded track in Hz. */
export const pcmSampleRate = 48000;

/** Shape of a decoded track: 16-bit little-endian samples, channels interleaved. */
export interface PcmShape {
  channels: 1 | 2;
  /** Samples per channel. */
  length: number;
}

/**
 * Which of a track's channels an ear listens to, left and right being L and R:
 * `middle` is (L + R) / 2, what both sides share; `sides` is (L - R) / 2, what
 * sets them apart; `mix` is the mean of both channels' powers, in which nothing
 * cancels, at twice the work.
 */
export const channelKinds = ['middle', 'mix', 'left', 'right', 'sides'] as const;
export type ChannelKind = (typeof channelKinds)[number];

/** The signals that have to be analysed for a kind of channel; their powers are averaged. */
export const channelParts = (channel: ChannelKind): readonly Exclude<ChannelKind, 'mix'>[] =>
  channel === 'mix' ? ['left', 'right'] : [channel];

/** Gain in dB to a factor. */
export const dbToGain = (db: number) => 10 ** (db / 20);

/** Factors of left and right. A mono track is the same on both sides. */
const factors = { middle: [0.5, 0.5], left: [1, 0], right: [0, 1], sides: [0.5, -0.5] } as const;

/**
 * Adds a stretch of a track to a mono buffer.
 * @param interleaved 16-bit samples of the stretch, `channels` per moment
 * @param out -1..1, at least as many values as the stretch has moments, plus `offset`
 */
export function addMono(
  interleaved: Int16Array,
  channels: 1 | 2,
  channel: keyof typeof factors,
  gain: number,
  out: Float32Array,
  offset = 0,
): void {
  const frames = interleaved.length / channels;
  const [left, right] = factors[channel];
  if (channels === 1) {
    const factor = ((left + right) * gain) / 32768;
    for (let n = 0; n < frames; n++) out[offset + n]! += interleaved[n]! * factor;
  } else {
    const leftFactor = (left * gain) / 32768;
    const rightFactor = (right * gain) / 32768;
    for (let n = 0; n < frames; n++) {
      out[offset + n]! += interleaved[2 * n]! * leftFactor + interleaved[2 * n + 1]! * rightFactor;
    }
  }
}
