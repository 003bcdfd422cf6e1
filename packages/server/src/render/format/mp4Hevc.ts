import { evenProblem, hevcLevel, levelProblem } from './limits';
import { crfOf, speedOf, type RenderFormat } from './renderFormat';
import { aacArguments, colorTags, keyframeDistance, video } from './video';

/** HEVC, 4:2:0, with AAC in MP4; without B-frames, so that segments join without any shift of time. */
export const mp4Hevc: RenderFormat = {
  id: 'hevc-mp4',
  ...video,
  label: 'MP4, HEVC',
  about: 'Half the size of H.264, slower, not in every player',
  extension: 'mp4',
  mimeType: 'video/mp4',
  sound: 'AAC, 256 kbit/s',
  soundBytes: 32_000,
  transparent: false,
  crf: { high: 16, medium: 21, low: 27, draft: 29, min: 0, max: 42 },
  speeds: { fast: 'superfast', medium: 'fast', slow: 'slow', draft: 'ultrafast' },
  alone: true,
  bitsPerPixel: 0.02,
  cover: true,
  problem: (plan) => evenProblem(plan) ?? levelProblem(plan, hevcLevel),
  pixels: () => 'yuv420p',
  segment: 'mp4',
  pictureArguments: (plan) => [
    ...['-c:v', 'libx265', '-preset', speedOf(mp4Hevc, plan), '-crf', String(crfOf(mp4Hevc, plan))],
    ...['-x265-params', `log-level=error:bframes=0:keyint=${keyframeDistance(plan)}:open-gop=0`],
    ...colorTags,
    // The tag that players of several makers look for.
    ...['-tag:v', 'hvc1', '-f', 'mp4'],
  ],
  fileArguments: () => [
    ...['-c:v', 'copy', '-tag:v:0', 'hvc1', ...aacArguments],
    ...['-movflags', '+faststart', '-f', 'mp4'],
  ],
};
