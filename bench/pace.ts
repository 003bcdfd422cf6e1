import {
  DrawCache,
  encodeSurface,
  frameRateOf,
  lookAhead,
  lookBack,
  surfaceCount,
  momentOf,
  parseFilm,
  pictureAt,
  TableHearing,
  usedFootage,
  usedTypefaces,
  type Film,
} from '@cyclogram/core';
import { Painter } from '@cyclogram/painter';
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { availableParallelism, tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pino } from 'pino';
import { hearFilm } from '../packages/server/src/hearing/hearFilm';
import { filmAssets } from '../packages/server/src/images/filmAssets';
import { settingsStandard } from '../packages/server/src/render/plan';
import { formatOf } from '../packages/server/src/render/format/registry';
import { openServices, type Services } from '../packages/server/src/services';
import { timeAll } from './commands';

/**
 * Dressed films against their encoding: copies of the demo's films that never change again, so that what is measured stays
 * the same.
 */
const films = ['breakwater', 'dry-dock', 'night-crossing', 'slipway', 'slow-tide', 'storm-glass'];

const size = { width: 1920, height: 1080 };
/** A size at which the preview may play. */
const smallSize = { width: 320, height: 180 };
const fps = 30;
const from = 24;
/** Blocks of painting and encoding in turn, and frames of one. */
const blocks = 5;
const framesEach = 6;

/** Processor seconds of this process. */
const ownSeconds = () => {
  const { user, system } = process.cpuUsage();
  return (user + system) / 1e6;
};

/**
 * What of a frame's time depends on its pixels, from two sizes, as the preview has them: processor milliseconds whatever
 * the size, and nanoseconds a pixel.
 */
async function costsOf(
  draw: (frame: number, size: { width: number; height: number }) => Promise<unknown>,
  sizes: readonly { width: number; height: number }[],
) {
  const times: number[] = [];
  for (const one of sizes) {
    await draw(2, one);
    const start = ownSeconds();
    for (let n = 0; n < framesEach; n++) await draw(3 + n, one);
    times.push((1000 * (ownSeconds() - start)) / framesEach);
  }
  const [large, small] = sizes.map(({ width, height }) => width * height) as [number, number];
  const perPixel = (times[0]! - times[1]!) / (large - small);
  return { fixedMs: round(times[1]! - perPixel * small), pixelNs: round(1e6 * perPixel, 2) };
}

/** Processor seconds that x264 takes for frames. */
async function encode(frames: readonly Uint8Array[], out: string): Promise<number> {
  const format = formatOf('h264-mp4');
  const plan = { ...settingsStandard, ...size, fps: frameRateOf(fps), frameCount: frames.length };
  const child = spawn(
    'ffmpeg',
    [
      ...['-benchmark', '-v', 'info', '-f', 'rawvideo', '-pix_fmt', 'yuv420p'],
      ...['-s', `${size.width}x${size.height}`, '-r', String(fps), '-i', 'pipe:0'],
      ...format.pictureArguments(plan),
      ...['-y', out],
    ],
    { stdio: ['pipe', 'ignore', 'pipe'] },
  );
  let said = '';
  child.stderr.on('data', (text: Buffer) => (said += String(text)));
  const ended = once(child, 'close');
  for (const frame of frames) if (!child.stdin.write(frame)) await once(child.stdin, 'drain');
  child.stdin.end();
  await ended;
  const [, user, system] = /bench: utime=([\d.]+)s stime=([\d.]+)s/.exec(said)!;
  return Number(user) + Number(system);
}

const median = (values: readonly number[]) => values.slice().sort((a, b) => a - b)[values.length >> 1]!;
const round = (value: number, digits = 1) => Math.round(value * 10 ** digits) / 10 ** digits;

async function measure(services: Services, film: Film, folder: string) {
  const tracks = await services.films.tracks(film);
  const files = await services.films.files(film);
  const to = from + (blocks * framesEach + 2) / fps;
  const tables = await hearFilm(film, tracks, [from - 6 - lookBack(film), to + lookAhead(film) + 0.1]);
  const hearing = new TableHearing(tables, film);
  const assets = filmAssets(files);
  const options = { cache: new DrawCache(), assets };
  const painter = new Painter();
  painter.images = assets.images;
  await assets.prepareTypefaces(usedTypefaces(film));
  await assets.prepareFootage(usedFootage(film));
  const stages = { building: 0, passes: 0, painting: 0, sweep: 0 };
  let builds = 0;
  let isPainting = true;
  let passTimes: Record<string, number> = {};
  painter.passClock = {
    now: () => performance.now(),
    note(id, milliseconds) {
      // The last ones run with the planes, in one sweep.
      if (isPainting) stages.passes += milliseconds;
      passTimes[id] = (passTimes[id] ?? 0) + milliseconds;
    },
  };
  const draw = async (frame: number, { width, height } = size) => {
    const t = from + (frame + 0.5) / fps;
    let start = performance.now();
    const picture = await assets.prepared(() => {
      builds++;
      start = performance.now();
      const made = pictureAt(momentOf(film, hearing, t, options));
      stages.building += performance.now() - start;
      return made;
    });
    start = performance.now();
    let painted = 0;
    const planes = painter.paint(picture, width, height, (surface) => {
      painted = performance.now();
      isPainting = false;
      return encodeSurface(surface, 'yuv420p', true).slice();
    });
    stages.painting += painted - start;
    stages.sweep += performance.now() - painted;
    isPainting = true;
    return planes;
  };
  await draw(0);
  await draw(1);
  for (const key of Object.keys(stages) as (keyof typeof stages)[]) stages[key] = 0;
  builds = 0;
  passTimes = {};
  Object.assign(surfaceCount, { surfaces: 0, pixels: 0, touched: 0 });
  const painting: number[] = [];
  const encoding: number[] = [];
  const wall = performance.now();
  const own = ownSeconds();
  for (let block = 0; block < blocks; block++) {
    const start = ownSeconds();
    const frames = [];
    for (let n = 0; n < framesEach; n++) frames.push(await draw(2 + block * framesEach + n));
    painting.push((1000 * (ownSeconds() - start)) / framesEach);
    encoding.push((1000 * (await encode(frames, join(folder, 'a.mp4')))) / framesEach);
  }
  const busy =
    (performance.now() - wall) /
    1000 /
    (ownSeconds() - own + (encoding.reduce((a, b) => a + b) * framesEach) / 1000);
  const buildsAFrame = round(builds / (blocks * framesEach), 2);
  const counted = { ...surfaceCount };
  const spent = { ...stages };
  const costs = await costsOf(draw, [size, smallSize]);
  assets.close();
  const count = blocks * framesEach;
  const each = (milliseconds: number) => round(milliseconds / count);
  const nanoseconds = (milliseconds: number) =>
    round((milliseconds * 1e6) / count / size.width / size.height, 2);
  const [paintMs, encodeMs] = [median(painting), median(encoding)];
  return {
    paintMs: round(paintMs),
    encodeMs: round(encodeMs),
    toEncoding: round((paintMs + encodeMs) / encodeMs, 2),
    buildingMs: each(spent.building),
    layersMs: each(spent.painting - spent.passes),
    passesMs: each(spent.passes),
    sweepMs: each(spent.sweep),
    nanosecondsAPixel: {
      layers: nanoseconds(spent.painting - spent.passes),
      passes: nanoseconds(spent.passes),
      sweep: nanoseconds(spent.sweep),
    },
    ...costs,
    pixelsOfSurfacesAPixel: round(counted.pixels / count / size.width / size.height),
    pixelsOfSurfacesATouchedOne: round(counted.pixels / Math.max(1, counted.touched), 2),
    buildsAFrame,
    passes: Object.fromEntries(
      Object.entries(passTimes)
        .map(([id, milliseconds]) => [id, each(milliseconds)] as const)
        .sort((a, b) => b[1] - a[1]),
    ),
    ...(busy > 1.5 ? { note: `others take the cores: ${round(busy)} times processor time has passed` } : {}),
  };
}

/** A part of a dressed film as a video, by the command line: its time, and how much of the processors it used. */
async function renderWhole(cli: string, data: string, folder: string, seconds: number) {
  const args = ['render', 'demo-slow-tide', '--from', '10', '--to', String(10 + seconds)];
  const given = [...args, '--size', '1280x720', '--out', join(folder, `${seconds}.mp4`)];
  const { wall, processor } = await timeAll([process.execPath, cli, ...given], { CYCLOGRAM_DATA: data });
  const cores = availableParallelism();
  return { timesPlaying: round(seconds / wall, 2), shareOfCores: round(processor / wall / cores, 2), cores };
}

/**
 * The six dressed films at 1080p.
 * @param cli the command line
 * @param data folder that holds the demo, whose songs, images and footage the films use
 */
export async function benchPace(cli: string, data: string) {
  const services = await openServices(data, pino({ level: 'silent' }));
  const folder = await mkdtemp(join(tmpdir(), 'cyclogram-bench-'));
  try {
    const results: Record<string, Awaited<ReturnType<typeof measure>>> = {};
    for (const name of films) {
      const json: unknown = JSON.parse(await readFile(resolve('bench/films', `${name}.json`), 'utf8'));
      results[name] = await measure(services, parseFilm(json), folder);
    }
    const wholes: Record<string, object> = {};
    for (const seconds of [4, 40]) wholes[`${seconds} s`] = await renderWhole(cli, data, folder, seconds);
    const ratios = Object.values(results).map(({ toEncoding }) => toEncoding);
    return {
      what: 'painting and encoding of dressed films at 1920 x 1080, processor milliseconds a frame, against encoding alone',
      mean: round(ratios.reduce((sum, ratio) => sum + ratio, 0) / ratios.length, 2),
      meanTarget: 2.4,
      highest: Math.max(...ratios),
      highestTarget: 3,
      films: results,
      wholeRenders: wholes,
    };
  } finally {
    await services.close();
    await rm(folder, { recursive: true, force: true });
  }
}
