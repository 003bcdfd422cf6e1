import { Problem } from '../http/problem';
import { readdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
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
      ...['-v', 'error', '-protocol_whitelist', 'file', '-threads', '0', '-select_streams', 'v:0'],
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

/** @throws Problem when a folder does not hold so many pictures, each with something in it */
export async function checkFolder(path: string, frames: number): Promise<void> {
  const names = await readdir(path);
  const sizes = await Promise.all(names.map(async (name) => (await stat(join(path, name))).size));
  const found = sizes.filter((size) => size > 0).length;
  if (found === frames && names.length === frames) return;
  throw new Problem(
    'media-failed',
    `There are ${found} pictures instead of ${frames}. Resume the render to make it again.`,
  );
}
