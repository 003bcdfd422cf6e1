import { evenProblem, levelProblem, vp9Level } from './limits';
import { crfOf, speedOf, type RenderFormat } from './renderFormat';
import { colorTags, keyframeDistance, matroskaTimes, opusArguments, video } from './video';

/** VP9 with Opus in WebM; what is clear stays so where that is wanted, as a second picture of opacity. */
export const webmVp9: RenderFormat = {
  id: 'vp9-webm',
  ...video,
  label: 'WebM, VP9',
  about: 'For web pages; can be transparent',
  extension: 'webm',
  mimeType: 'video/webm',
  sound: 'Opus',
  soundBytes: 24_000,
  transparent: true,
  crf: { high: 10, medium: 24, low: 36, draft: 40, min: 0, max: 50 },
  speeds: { fast: '5', medium: '3', slow: '1', draft: '8' },
  bitsPerPixel: 0.02,
  problem: (plan) => evenProblem(plan) ?? levelProblem(plan, vp9Level),
  pixels: ({ transparent }) => (transparent ? 'yuva420p' : 'yuv420p'),
  segment: 'webm',
  pictureArguments: (plan) => [
    ...['-c:v', 'libvpx-vp9', '-deadline', 'good', '-cpu-used', speedOf(webmVp9, plan)],
    ...['-crf', String(crfOf(webmVp9, plan)), '-b:v', '0', '-threads', '2', '-row-mt', '1'],
    // Hidden frames and transparency exclude each other.
    ...['-auto-alt-ref', '0', '-lag-in-frames', '0', '-g', keyframeDistance(plan)],
    ...colorTags,
    ...(plan.transparent ? ['-metadata:s:v:0', 'alpha_mode=1'] : []),
    ...['-f', 'webm'],
  ],
  fileArguments: (plan) => [
    ...['-c:v', 'copy', ...opusArguments],
    ...(plan.transparent ? ['-metadata:s:v:0', 'alpha_mode=1'] : []),
    ...['-f', 'webm'],
  ],
  timeArguments: matroskaTimes,
};
