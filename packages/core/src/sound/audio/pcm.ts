import { exact } from '../../contract';

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
 * `mid` is (L + R) / 2, what both share; `side` is (L - R) / 2, what
 * sets them apart; `mix` is the mean of both channels' powers, in which nothing
 * cancels, at twice the work.
 */
export const channelLabels = {
  mid: 'Mid',
  mix: 'Left and right, by power',
  left: 'Left',
  right: 'Right',
  side: 'Side',
} as const;
export type ChannelKind = keyof typeof channelLabels;

/** The signals that have to be analysed for a kind of channel; their powers are averaged. */
export const channelParts = (channel: ChannelKind): readonly Exclude<ChannelKind, 'mix'>[] =>
  channel === 'mix' ? ['left', 'right'] : [channel];

/** Gain in dB to a factor. */
export const dbToGain = (db: number) => exact.pow(10, db / 20);
