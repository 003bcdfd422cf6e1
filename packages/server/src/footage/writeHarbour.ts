import { harbour, harbourFrame } from '@cyclogram/demo';
import { once } from 'node:events';
import { startTool } from '../media/ffmpeg';

/** Writes the demo's footage as a video file. For worker threads. */
export async function writeHarbour({ out }: { out: string }): Promise<void> {
  const { width, height, frames, fps } = harbour;
  const { process: encoder, finished } = startTool('ffmpeg', [
    ...['-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', `${width}x${height}`, '-r', String(fps)],
    ...[
      '-i',
      'pipe:0',
      '-vf',
      'scale=640:-2:flags=bicubic:out_color_matrix=bt709:out_range=tv,format=yuv420p',
    ],
    ...['-c:v', 'libx264', '-preset', 'veryfast', '-crf', '18', '-colorspace', 'bt709', '-color_range', 'tv'],
    ...['-f', 'mp4', '-y', `file:${out}`],
  ]);
  for (let n = 0; n < frames; n++)
    if (!encoder.stdin.write(harbourFrame(n))) await Promise.race([once(encoder.stdin, 'drain'), finished]);
  encoder.stdin.end();
  await finished;
}
