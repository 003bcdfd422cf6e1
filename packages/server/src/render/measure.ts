import { bytesOfForm, encodePixels, fpsOf, lookAhead, lookBack, type Film } from '@cyclogram/core';
import { mkdir, mkdtemp, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hearFilm } from '../hearing/hearFilm';
import type { FilmTracks } from '../hearing/filmTracks';
import type { FilmFiles } from '../images/filmFiles';
import { runTool } from '../media/ffmpeg';
import { frameDrawer } from './drawSegments';
import { startEncoder } from './encode';
import { formatOf } from './format/registry';
import { folderSize, framePattern } from './pictureFolder';
import { encodePlanOf, momentOfFrame, type RenderPlan } from './plan';

/** What frames of a render take, found out on some of them. */
export interface Measured {
  /** Seconds for drawing a frame, and for encoding it, each on its own. */
  drawing: number;
  encoding: number;
  /** Bytes of a frame that needs no other, and of one that follows. */
  keyBytes: number;
  otherBytes: number;
}

/** Where in the range frames are measured, and how many at each place. */
const places = [0.3, 0.7];
const framesEach = 8;
/** Seconds heard before a place, so that smoothing has settled. */
const leadIn = 6;

/** Draws and encodes a few frames of a render. */
export async function measureRender({
  film,
  tracks,
  files,
  plan,
}: {
  film: Film;
  tracks: FilmTracks;
  files: FilmFiles;
  plan: RenderPlan;
}): Promise<Measured> {
  const folder = await mkdtemp(join(tmpdir(), 'cyclogram-measure-'));
  const format = formatOf(plan.format);
  const results: Measured[] = [];
  try {
    const each = Math.min(framesEach, plan.frameCount);
    for (const [i, share] of (plan.frameCount > framesEach ? places : [0]).entries()) {
      const offset = Math.min(Math.floor(share * plan.frameCount), plan.frameCount - each);
      const first = plan.firstFrame + offset;
      const t = momentOfFrame(plan, first);
      const part: [number, number] = [
        t - leadIn - lookBack(film),
        momentOfFrame(plan, first + each) + lookAhead(film) + 0.1,
      ];
      const tables = await hearFilm(film, tracks, part);
      const drawer = frameDrawer({ film, files, tables, plan });
      const own = { ...encodePlanOf(plan), frameCount: each };
      const isFolder = format.segment === 'frames';
      const out = join(folder, `part-${i}.${format.segment}`);
      if (isFolder) await mkdir(out);
      const form = format.pixels(own);
      const frames: Buffer[] = [];
      // Drawn once before, so that what is made once does not count.
      await drawer.draw(first);
      let start = performance.now();
      for (let n = 0; n < each; n++) {
        const pixels = await drawer.draw(first + n);
        frames.push(Buffer.from(encodePixels(pixels, plan.width, plan.height, form)));
      }
      const drawing = (performance.now() - start) / 1000 / each;
      drawer.close();
      start = performance.now();
      const { process: encoder, finished } = startEncoder(
        format,
        own,
        isFolder ? join(out, framePattern) : out,
      );
      for (const frame of frames) encoder.stdin.write(frame);
      encoder.stdin.end();
      await finished;
      const encoding = (performance.now() - start) / 1000 / each;
      results.push({ drawing, encoding, ...(await bytesOf(out, plan, each)) });
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  const mean = (key: keyof Measured) => results.reduce((sum, one) => sum + one[key], 0) / results.length;
  return {
    drawing: mean('drawing'),
    encoding: mean('encoding'),
    keyBytes: mean('keyBytes'),
    otherBytes: mean('otherBytes'),
  };
}

/** Bytes of the frames of what was encoded. */
async function bytesOf(
  path: string,
  plan: RenderPlan,
  count: number,
): Promise<Pick<Measured, 'keyBytes' | 'otherBytes'>> {
  const format = formatOf(plan.format);
  const even = (bytes: number) => ({ keyBytes: bytes / count, otherBytes: bytes / count });
  if (format.segment === 'frames') return even(await folderSize(path));
  if (format.kind === 'loop') {
    // The file is encoded anew from what has no loss.
    const out = `${path}.${format.extension}`;
    const own = { ...encodePlanOf(plan), frameCount: count };
    await runTool('ffmpeg', ['-v', 'error', '-nostdin', '-i', path, ...format.fileArguments(own), '-y', out]);
    return even((await stat(out)).size);
  }
  if (format.kind !== 'video') return even((await stat(path)).size);
  const text = await runTool('ffprobe', [
    ...[
      '-v',
      'error',
      '-select_streams',
      'v:0',
      '-show_entries',
      'packet=size,flags',
      '-of',
      'csv=p=0',
      path,
    ],
  ]);
  const packets = text
    .trim()
    .split('\n')
    .map((line) => line.split(','))
    .map(([size, flags = '']) => ({ size: Number(size), key: flags.startsWith('K') }));
  const mean = (list: typeof packets) => list.reduce((sum, { size }) => sum + size, 0) / list.length;
  const [keys, others] = [packets.filter(({ key }) => key), packets.filter(({ key }) => !key)];
  const keyBytes = mean(keys);
  return { keyBytes, otherBytes: others.length > 0 ? mean(others) : keyBytes };
}

/** Bytes of sound in a second, about. */
const soundBytes: Record<string, number> = {
  mp4: 32_000,
  webm: 24_000,
  mov: 288_000,
  zip: 288_000,
  wav: 288_000,
  flac: 190_000,
};

/** What a render will take: seconds for drawing and encoding, bytes of the result, and room while it is made. */
export function estimateOf(
  plan: RenderPlan,
  measured: Measured | undefined,
  { threads, filmSeconds }: { threads: number; filmSeconds: number },
): { seconds: number; bytes: number; room: number } {
  const format = formatOf(plan.format);
  const rangeSeconds = format.kind === 'sheet' ? 0 : plan.frameCount / fpsOf(plan.fps);
  const sound = format.sound === null ? 0 : rangeSeconds * (soundBytes[format.extension] ?? 0);
  if (!measured) return { seconds: 1 + rangeSeconds / 200, bytes: sound, room: sound };
  const { drawing, encoding, keyBytes, otherBytes } = measured;
  // Every four seconds a frame that needs no other.
  const keys = Math.ceil(rangeSeconds / 4) || plan.frameCount;
  const picture = keys * keyBytes + Math.max(0, plan.frameCount - keys) * otherBytes;
  const each = format.alone ? Math.max(drawing, encoding) : (drawing + encoding) / threads;
  // Hearing goes about forty times as fast as the song for a few ears.
  const seconds = 2 + plan.frameCount * each + filmSeconds / 40;
  const lossless =
    format.kind === 'loop' ? 0.6 * bytesOfForm('rgba', plan.width, plan.height) * plan.frameCount : 0;
  // Segments stay until they are joined; pictures of a sequence are linked.
  const room = format.kind === 'sequence' ? picture + sound : 2 * picture + sound + lossless;
  return { seconds, bytes: picture + sound, room };
}
