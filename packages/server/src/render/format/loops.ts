import { fpsOf, type PixelForm } from '@cyclogram/core';
import { loopProblem } from './limits';
import type { RenderFormat } from './renderFormat';

/** Segments without loss, so that the loop is encoded once. */
const lossless = {
  heading: 'Loop',
  pictures: 'all',
  player: 'image',
  result: 'joined',
  measuredBy: 'file',
  losslessSegments: true,
  bitsPerPixel: 4,
  sound: null,
  soundBytes: 0,
  transparent: true,
  pixels: (): PixelForm => 'rgba',
  segment: 'mkv',
  pictureArguments: () => ['-c:v', 'ffv1', '-level', '3', '-g', '1', '-pix_fmt', 'bgra', '-f', 'matroska'],
} as const;

/** A delay of GIF counts hundredths of a second; browsers slow down what is faster than this. */
const fastestGif = 50;

/** GIF: a palette of its own for the whole loop, with error diffusion. */
export const gifLoop: RenderFormat = {
  ...lossless,
  id: 'gif',
  label: 'GIF',
  about: 'A short loop of 256 colours',
  extension: 'gif',
  mimeType: 'image/gif',
  checked: true,
  problem: (plan) =>
    loopProblem(plan, 'GIF') ??
    (fpsOf(plan.fps) > fastestGif
      ? `GIF can have up to ${fastestGif} frames a second: 25 or 50 would work.`
      : undefined),
  fileArguments: ({ transparent }) => {
    const palette = `palettegen=max_colors=256:stats_mode=full:reserve_transparent=${transparent ? 1 : 0}`;
    const use = 'paletteuse=dither=sierra2_4a:diff_mode=rectangle:alpha_threshold=128';
    return [
      ...['-filter_complex', `[0:v]split[one][two];[one]${palette}[palette];[two][palette]${use}`],
      ...['-loop', '0', '-f', 'gif'],
    ];
  },
};

/** Animated WebP. */
export const webpLoop: RenderFormat = {
  ...lossless,
  id: 'webp',
  label: 'Animated WebP',
  about: 'A short loop in full colour',
  extension: 'webp',
  mimeType: 'image/webp',
  crf: { high: 10, medium: 25, low: 45, draft: 50, min: 0, max: 80 },
  problem: (plan) =>
    loopProblem(plan, 'WebP') ??
    (Math.max(plan.width, plan.height) > 16383
      ? 'WebP can be up to 16,383 pixels wide and high.'
      : undefined),
  fileArguments: (plan) => [
    ...['-c:v', 'libwebp_anim', '-pix_fmt', plan.transparent ? 'yuva420p' : 'yuv420p'],
    ...['-quality', String(100 - (plan.crf ?? webpLoop.crf![plan.quality])), '-loop', '0', '-f', 'webp'],
  ],
};
