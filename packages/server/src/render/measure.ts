import { bytesOfForm, lookAhead, lookBack } from '@cyclogram/core';
import { mkdir, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { hearFilm } from '../hearing/hearFilm';
import { runTool } from '../media/ffmpeg';
import type { Tasks } from '../work/tasks';
import { frameDrawer } from './drawSegments';
import { startEncoder } from './encode';
import { formatOf } from './format/registry';
import type { Measured } from './measured';
import { bytesIn } from '../storage/storedFiles';
import { framePattern } from './pictureFolder';
import { encodePlanOf, momentOfFrame, type RenderPlan } from './plan';

/** Where in the range frames are measured, how many at each place at most, and bytes of them. */
const positions = [0.3, 0.7];
const maxFrames = 8;
const maxBytes = 300e6;
/** Seconds heard before a place, so that smoothing has settled. */
const leadIn = 6;

/** Draws and encodes a few frames of a render, in a folder that whoever asks removes. */
export async function measureRender({
  film,
  tracks,
  files,
  plan,
  folder,
}: Tasks['measure']['given']): Promise<Measured> {
  const format = formatOf(plan.format);
  const results: Measured[] = [];
  // Frames are kept until they are encoded: of very large ones there are fewer.
  const bytes = bytesOfForm(format.pixels(encodePlanOf(plan)), plan.width, plan.height);
  const framesEach = Math.max(2, Math.min(maxFrames, Math.floor(maxBytes / bytes)));
  const each = Math.min(framesEach, plan.frameCount);
  for (const [i, share] of (plan.frameCount > framesEach ? positions : [0]).entries()) {
    const offset = Math.min(Math.floor(share * plan.frameCount), plan.frameCount - each);
    const first = plan.firstFrame + offset;
    const t = momentOfFrame(plan, first);
    const part: [number, number] = [
      t - leadIn - lookBack(film),
      momentOfFrame(plan, first + each) + lookAhead(film) + 0.1,
    ];
    const tables = await hearFilm(film, tracks, part);
    const own = { ...encodePlanOf(plan), frameCount: each };
    const drawer = frameDrawer({ film, files, tables, plan }, format.pixels(own));
    const isFolder = format.segment === 'frames';
    const out = join(folder, `part-${i}.${format.segment}`);
    if (isFolder) await mkdir(out);
    const frames: Uint8Array[] = [];
    // Drawn once before, so that what is made once does not count.
    await drawer.draw(first);
    let start = performance.now();
    for (let n = 0; n < each; n++) {
      frames.push((await drawer.draw(first + n)).slice());
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
  if (format.segment === 'frames') return even(await bytesIn(path));
  if (format.measuredBy === 'file') {
    // The file is encoded anew from what has no loss.
    const out = `${path}.${format.extension}`;
    const own = { ...encodePlanOf(plan), frameCount: count };
    await runTool('ffmpeg', ['-v', 'error', '-nostdin', '-i', path, ...format.fileArguments(own), '-y', out]);
    return even((await stat(out)).size);
  }
  if (format.measuredBy !== 'frames') return even((await stat(path)).size);
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
