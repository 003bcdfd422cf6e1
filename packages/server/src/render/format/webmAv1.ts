import { av1Level, evenProblem, levelProblem } from './limits';
import { crfOf, speedOf, type RenderFormat } from './renderFormat';
import { colorTags, keyframeDistance, matroskaTimes, opusArguments, video } from './video';

/** AV1 with Opus in WebM. */
export const webmAv1: RenderFormat = {
  id: 'av1-webm',
  ...video,
  label: 'WebM, AV1',
  about: 'Smallest files, slow',
  extension: 'webm',
  mimeType: 'video/webm',
  sound: 'Opus',
  soundBytes: 24_000,
  transparent: false,
  crf: { high: 14, medium: 28, low: 40, draft: 45, min: 1, max: 55 },
  speeds: { fast: '10', medium: '8', slow: '5', draft: '12' },
  alone: true,
  bitsPerPixel: 0.015,
  problem: (plan) =>
    evenProblem(plan) ??
    (Math.min(plan.width, plan.height) < 64
      ? 'AV1 is made of frames of at least 64 x 64 pixels here.'
      : levelProblem(plan, av1Level)),
  pixels: () => 'yuv420p',
  segment: 'mp4',
  pictureArguments: (plan) => [
    ...['-c:v', 'libsvtav1', '-preset', speedOf(webmAv1, plan), '-crf', String(crfOf(webmAv1, plan))],
    ...['-g', keyframeDistance(plan), '-svtav1-params', 'tune=0'],
    ...colorTags,
    ...['-f', 'mp4'],
  ],
  fileArguments: () => ['-c:v', 'copy', ...opusArguments, '-f', 'webm'],
  timeArguments: matroskaTimes,
};
