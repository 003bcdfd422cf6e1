import { rateKey, type FrameRate } from '@cyclogram/core';
import { startTool, type RunningTool } from '../media/ffmpeg';
import type { RenderFormat } from './format/renderFormat';

/** Starts an encoder for raw RGBA frames on its input: one thread, one file. */
export function startEncoder(
  format: RenderFormat,
  { width, height, fps }: { width: number; height: number; fps: FrameRate },
  out: string,
  signal?: AbortSignal,
): RunningTool {
  const frames = ['-f', 'rawvideo', '-pix_fmt', 'rgba', '-s', `${width}x${height}`, '-r', rateKey(fps)];
  return startTool(
    'ffmpeg',
    [
      ...['-v', 'error', ...frames, '-i', 'pipe:0'],
      ...format.pictureArguments(fps),
      ...['-y', `file:${out}`],
    ],
    { signal },
  );
}
