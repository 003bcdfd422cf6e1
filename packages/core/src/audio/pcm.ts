/** Sample rate of every decoded track in Hz. */
export const pcmSampleRate = 48000;

/** Shape of a decoded track: 16-bit little-endian samples, channels interleaved. */
export interface PcmShape {
  channels: 1 | 2;
  /** Samples per channel. */
  length: number;
}

/** Which of a track's channels an ear listens to. `mix` is the mean of both. */
export const channelKinds = ['mix', 'left', 'right'] as const;
export type ChannelKind = (typeof channelKinds)[number];

/** Gain in dB to a factor. */
export const dbToGain = (db: number) => 10 ** (db / 20);

/**
 * Adds a stretch of a track to a mono buffer.
 * @param interleaved 16-bit samples of the stretch, `channels` per moment
 * @param out -1..1, at least as many values as the stretch has moments, plus `offset`
 */
export function addMono(
  interleaved: Int16Array,
  channels: 1 | 2,
  channel: ChannelKind,
  gain: number,
  out: Float32Array,
  offset = 0,
): void {
  const frames = interleaved.length / channels;
  const factor = gain / 32768;
  if (channels === 1) {
    for (let n = 0; n < frames; n++) out[offset + n]! += interleaved[n]! * factor;
  } else if (channel === 'mix') {
    for (let n = 0; n < frames; n++) {
      out[offset + n]! += (interleaved[2 * n]! + interleaved[2 * n + 1]!) * 0.5 * factor;
    }
  } else {
    const side = channel === 'left' ? 0 : 1;
    for (let n = 0; n < frames; n++) out[offset + n]! += interleaved[2 * n + side]! * factor;
  }
}
