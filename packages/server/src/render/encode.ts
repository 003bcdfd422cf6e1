import { rateKey } from '@cyclogram/core';
import { startTool, type RunningTool } from '../media/ffmpeg';
import type { EncodePlan, RenderFormat } from './format/renderFormat';
import { colorTags } from './format/video';

/** ffmpeg's names of the forms of pixels. */
const formNames = {
  rgba: 'rgba',
  yuv420p: 'yuv420p',
  yuva420p: 'yuva420p',
  yuv444p10: 'yuv444p10le',
  yuva444p10: 'yuva444p10le',
} as const;

/** Starts an encoder for raw frames on its input, in the form that the format takes: one file, or a folder of pictures. */
export function startEncoder(
  format: RenderFormat,
  plan: EncodePlan,
  out: string,
  signal?: AbortSignal,
): RunningTool {
  const form = format.pixels(plan);
  const { width, height, fps } = plan;
  const size = ['-pix_fmt', formNames[form], '-s', `${width}x${height}`];
  // Otherwise a scaler would take it for full range, or for that of old television;
  // and ProRes is tagged with what its frames say, not with what its encoder is told.
  const planes = form === 'rgba' ? [] : colorTags;
  return startTool(
    'ffmpeg',
    [
      ...['-v', 'error', '-f', 'rawvideo', ...size, ...planes, '-r', rateKey(fps), '-i', 'pipe:0'],
      ...format.pictureArguments(plan),
      ...['-y', `file:${out}`],
    ],
    { signal },
  );
}
