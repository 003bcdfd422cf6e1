import { bytesOfForm, fpsOf, type Film, type RenderEstimate } from '@cyclogram/core';
import { mkdtemp, rm, statfs } from 'node:fs/promises';
import { join } from 'node:path';
import type { DataFolder } from '../config';
import { filmSeconds, type FilmStore } from '../films/filmStore';
import { Problem } from '../http/problem';
import { runTask } from '../work/runTask';
import { formatOf } from './format/registry';
import type { Measured } from './measured';
import type { RenderPlan } from './plan';
import { drawingThreads } from './renderVideo';

/** Bytes that are free where a folder is. */
export async function freeSpace(folder: string): Promise<number> {
  const space = await statfs(folder).catch(() => undefined);
  return space ? space.bavail * space.bsize : Infinity;
}

/** @throws Problem when what is planned cannot fit on the disk, whatever it shows */
export async function checkSpace(plan: RenderPlan, folder: string): Promise<void> {
  const { bitsPerPixel } = formatOf(plan.format);
  const min = (bitsPerPixel * plan.width * plan.height * plan.frameCount) / 8;
  const free = await freeSpace(folder);
  if (min <= free) return;
  const gigabytes = (bytes: number) => `${(bytes / 1e9).toFixed(1)} GB`;
  throw new Problem(
    'disk-full',
    `This takes at least ${gigabytes(min)}, and ${gigabytes(free)} are free where Cyclogram keeps its data. A shorter range, a smaller size or MP4 would fit, or free some space.`,
  );
}

/** What a render will take in time and room, measured on a few of its frames. */
export async function estimateRender(
  films: FilmStore,
  folder: DataFolder,
  film: Film,
  plan: RenderPlan,
  signal?: AbortSignal,
): Promise<RenderEstimate> {
  const tracks = await films.tracks(film);
  const measure = async () => {
    const own = await mkdtemp(join(folder.incoming, 'measure-'));
    try {
      const files = await films.files(film);
      return await runTask('measure', { film, tracks, files, plan, folder: own }, { signal });
    } finally {
      await rm(own, { recursive: true, force: true });
    }
  };
  const measured = formatOf(plan.format).pictures === 'none' ? undefined : await measure();
  const estimate = estimateOf(plan, measured, {
    threads: drawingThreads(plan),
    filmSeconds: filmSeconds(film, tracks),
  });
  const free = await freeSpace(folder.renders);
  const { width, height, frameCount } = plan;
  return { ...estimate, free, fits: estimate.diskBytes < free, width, height, frameCount };
}

/** From what some of its frames took. */
function estimateOf(
  plan: RenderPlan,
  measured: Measured | undefined,
  { threads, filmSeconds }: { threads: number; filmSeconds: number },
): { seconds: number; bytes: number; diskBytes: number } {
  const format = formatOf(plan.format);
  const rangeSeconds = format.pictures === 'spread' ? 0 : plan.frameCount / fpsOf(plan.fps);
  const sound = rangeSeconds * format.soundBytes;
  if (!measured) return { seconds: 1 + rangeSeconds / 200, bytes: sound, diskBytes: sound };
  const { drawing, encoding, keyBytes, otherBytes } = measured;
  // Every four seconds a frame that needs no other.
  const keys = Math.ceil(rangeSeconds / 4) || plan.frameCount;
  const picture = keys * keyBytes + Math.max(0, plan.frameCount - keys) * otherBytes;
  const each = format.alone ? Math.max(drawing, encoding) : (drawing + encoding) / threads;
  // Hearing goes about forty times as fast as the song for a few ears.
  const seconds = 2 + plan.frameCount * each + filmSeconds / 40;
  const lossless = format.losslessSegments
    ? 0.6 * bytesOfForm('rgba', plan.width, plan.height) * plan.frameCount
    : 0;
  // Segments stay until they are joined; pictures of a sequence are linked.
  const diskBytes = format.result === 'folder' ? picture + sound : 2 * picture + sound + lossless;
  return { seconds, bytes: picture + sound, diskBytes };
}
