import { startTool, type RunningTool } from '../media/ffmpeg';

/** Quality of the video: constant rate factor of x264; 16 is close to what the eye can tell apart. */
const crf = 16;

/**
 * Starts an encoder for raw RGBA frames on its input: H.264, 4:2:0, BT.709 limited
 * range, converted and tagged as such, one thread, one file.
 *
 * No B-frames: segments then join without any shift of time, and every frame's
 * time is its number over the rate.
 */
export function startEncoder(
  width: number,
  height: number,
  fps: number,
  out: string,
  signal?: AbortSignal,
): RunningTool {
  return startTool(
    'ffmpeg',
    [
      '-v',
      'error',
      ...[
        '-f',
        'rawvideo',
        '-pix_fmt',
        'rgba',
        '-s',
        `${width}x${height}`,
        '-r',
        String(fps),
        '-i',
        'pipe:0',
      ],
      ...[
        '-vf',
        'scale=out_color_matrix=bt709:out_range=tv:flags=bicubic+accurate_rnd+full_chroma_int,format=yuv420p',
      ],
      ...[
        '-c:v',
        'libx264',
        '-preset',
        'veryfast',
        '-crf',
        String(crf),
        '-bf',
        '0',
        '-threads',
        '1',
        '-g',
        String(Math.round(fps * 4)),
      ],
      ...['-color_range', 'tv', '-colorspace', 'bt709', '-color_primaries', 'bt709', '-color_trc', 'bt709'],
      ...['-f', 'mp4', '-y', `file:${out}`],
    ],
    { signal },
  );
}
