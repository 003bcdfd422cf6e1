import { fpsOf, rateKey } from '@cyclogram/core';
import type { EncodePlan } from './renderFormat';

/** What several formats of video share. */
export const video = {
  heading: 'Video',
  pictures: 'all',
  player: 'video',
  result: 'joined',
  named: true,
  measuredBy: 'frames',
  checked: true,
} as const;

/** Seconds from one frame that needs no other to the next. */
const keyframeSeconds = 4;

export const keyframeDistance = ({ fps }: EncodePlan): string =>
  String(Math.max(1, Math.round(fpsOf(fps) * keyframeSeconds)));

/** BT.709 in limited range: what the planes are. */
export const colorTags = [
  ...['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'],
];

/** AAC with a rate that is transparent for stereo (common practice). */
export const aacArguments = ['-c:a', 'aac', '-b:a', '256k'];
export const opusArguments = ['-c:a', 'libopus', '-b:a', '192k'];

/**
 * Opus begins 312 samples, 6.5 ms, before what is heard (RFC 7845, 4.2), and files begin at 0: everything is moved by as much,
 * rounded to whole milliseconds, and the picture has to begin as early as the sound to stay with it.
 */
const opusLead = 7;

/** Matroska counts milliseconds: the time of each frame follows from its number, so that nothing adds up. */
export function matroskaTimes({ fps }: Pick<EncodePlan, 'fps'>): string[] {
  const [numerator, denominator] = rateKey(fps).split('/').map(Number);
  const time = `round(N*${1000 * (denominator ?? 1)}/${numerator})-${opusLead}`;
  return ['-bsf:v', `setts=pts=${time}:dts=${time}`];
}
