import { Problem } from '../http/problem';
import { runTool } from '../media/ffmpeg';

/** How a video is read: every frame decoded, or only found, which takes a fraction of the time. */
export type VideoReading = 'decode' | 'find';

/**
 * Reads a video from beginning to end. A tool that ran out of space may still end as if all was well.
 * @throws Problem when a frame is missing or cannot be read
 */
export async function checkVideo(
  path: string,
  frames: number,
  reading: VideoReading,
  signal?: AbortSignal,
): Promise<void> {
  const [count, entry] = {
    decode: ['-count_frames', 'nb_read_frames'],
    find: ['-count_packets', 'nb_read_packets'],
  }[reading] as [string, string];
  const counted = await runTool(
    'ffprobe',
    [
      ...['-v', 'error', '-protocol_whitelist', 'file', '-threads', '0', '-select_streams', 'v'],
      ...[count, '-show_entries', `stream=${entry}`, '-of', 'csv=p=0', `file:${path}`],
    ],
    { signal },
  );
  const found = Number.parseInt(counted, 10);
  if (found === frames) return;
  throw new Problem(
    'media-failed',
    `The video has ${Number.isNaN(found) ? 'no' : found} frames that can be read instead of ${frames}. Resume the render to make it again.`,
  );
}
