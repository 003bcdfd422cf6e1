import { fpsOf } from '@cyclogram/core';
import type { EncodePlan } from './renderFormat';

/** What several formats of video share. */

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
