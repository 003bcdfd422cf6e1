import { evenProblem, h264Level, levelProblem } from './limits';
import { crfOf, speedOf, type RenderFormat } from './renderFormat';
import { aacArguments, colorTags, keyframeDistance, video } from './video';

/**
 * H.264, 4:2:0, BT.709 limited range, with AAC in MP4.
 *
 * No B-frames: segments then join without any shift of time, and every frame's
 * time is its number over the rate.
 */
export const mp4H264: RenderFormat = {
  id: 'h264-mp4',
  ...video,
  label: 'MP4, H.264',
  about: 'Plays everywhere',
  extension: 'mp4',
  mimeType: 'video/mp4',
  sound: 'AAC, 256 kbit/s',
  soundBytes: 32_000,
  transparent: false,
  // 16 is close to what the eye can tell apart.
  crf: { high: 16, medium: 20, low: 26, draft: 28, min: 0, max: 40 },
  speeds: { fast: 'veryfast', medium: 'medium', slow: 'slow', draft: 'ultrafast' },
  bitsPerPixel: 0.03,
  cover: true,
  problem: (plan) => evenProblem(plan) ?? levelProblem(plan, h264Level),
  pixels: () => 'yuv420p',
  segment: 'mp4',
  pictureArguments: (plan) => [
    ...['-c:v', 'libx264', '-preset', speedOf(mp4H264, plan), '-crf', String(crfOf(mp4H264, plan))],
    ...['-bf', '0', '-threads', '1', '-g', keyframeDistance(plan)],
    ...colorTags,
    ...['-f', 'mp4'],
  ],
  fileArguments: () => ['-c:v', 'copy', ...aacArguments, '-movflags', '+faststart', '-f', 'mp4'],
};
