import { fpsOf } from '@cyclogram/core';
import type { RenderFormat } from './renderFormat';

/** Quality of the video: constant rate factor of x264; 16 is close to what the eye can tell apart. */
const crf = 16;
/** Rate of the sound in bit/s: transparent for stereo AAC (common practice). */
const audioBitRate = '256k';
/** Seconds from one frame that needs no other to the next. */
const keyframeSeconds = 4;

/**
 * H.264, 4:2:0, BT.709 limited range, converted and tagged as such, with AAC in MP4.
 *
 * No B-frames: segments then join without any shift of time, and every frame's
 * time is its number over the rate.
 */
export const h264Mp4: RenderFormat = {
  id: 'h264-mp4',
  label: 'MP4 (H.264 and AAC)',
  extension: 'mp4',
  mimeType: 'video/mp4',
  sizeProblem(width, height) {
    const even = (n: number) => Number.isInteger(n) && n % 2 === 0 && n >= 16 && n <= 8192;
    if (even(width) && even(height)) return undefined;
    return `A video's width and height must be even numbers from 16 to 8192, not ${width} x ${height}.`;
  },
  pictureArguments: (fps) => [
    '-vf',
    'scale=out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int,format=yuv420p',
    ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', String(crf), '-bf', '0', '-threads', '1'],
    ...['-g', String(Math.round(fpsOf(fps) * keyframeSeconds))],
    ...['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'],
    ...['-f', 'mp4'],
  ],
  fileArguments: () => [
    ...['-c:v', 'copy', '-c:a', 'aac', '-b:a', audioBitRate],
    ...['-movflags', '+faststart', '-f', 'mp4'],
  ],
};
