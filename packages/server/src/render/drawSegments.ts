import {
  DrawCache,
  encodeSurface,
  momentOf,
  pictureAt,
  rangeFade,
  TableHearing,
  usedFootage,
  usedTypefaces,
  type PixelForm,
} from '@cyclogram/core';
import { Painter } from '@cyclogram/painter';
import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import type { MessagePort } from 'node:worker_threads';
import { filmAssets } from '../images/filmAssets';
import type { Segment, SegmentsTask } from '../work/tasks';
import { checkFolder, checkVideo } from './checkVideo';
import { startEncoder } from './encode';
import { formatOf } from './format/registry';
import { FramePool } from './framePool';
import { encodePlanOf, momentOfFrame, rangeLevel } from './plan';
import { framePattern } from './pictureFolder';

/** What a drawing thread is told: the next segment, or that there are no more. */
export type SegmentOrder = { segment: Segment } | { stop: true };

/** What it reports: frames drawn since the last report, or a segment finished. */
export type SegmentReport = { frames: number } | { finished: number };

/** Frames between two reports of progress. */
const reportEvery = 5;

/** Draws and encodes segments as they are ordered through `port`, until told to stop. */
export async function drawSegments(task: SegmentsTask, port: MessagePort): Promise<void> {
  const report = (message: SegmentReport) => port.postMessage(message);
  const stop = new AbortController();
  const orders: SegmentOrder[] = [];
  let wake = () => {};
  port.on('message', (order: SegmentOrder) => {
    if ('stop' in order) stop.abort();
    orders.push(order);
    wake();
  });
  const form = formatOf(task.plan.format).pixels(encodePlanOf(task.plan));
  const drawer = frameDrawer(task, form);
  for (;;) {
    while (orders.length === 0) await new Promise<void>((resolve) => (wake = resolve));
    const order = orders.shift()!;
    if ('stop' in order) return drawer.close();
    await drawSegment(task, order.segment, drawer.draw, report, stop.signal);
    report({ finished: order.segment.index });
  }
}

/** A function that draws a frame and returns its pixels in a form for an encoder: good until the next one is drawn. */
export function frameDrawer(
  task: SegmentsTask,
  form: PixelForm,
): {
  draw: (frame: number) => Promise<Uint8Array>;
  close: () => void;
} {
  const { film, tables, plan } = task;
  const { width, height, settings } = plan;
  const { transparent, fit } = settings;
  const painter = new Painter();
  painter.fit = fit;
  const assets = filmAssets(task.files);
  painter.images = assets.images;
  const hearing = new TableHearing(tables, film);
  const options = { cache: new DrawCache(), assets, withoutBackground: transparent };
  const draw = async (frame: number) => {
    await assets.prepareTypefaces(usedTypefaces(film));
    await assets.prepareFootage(usedFootage(film));
    const t = momentOfFrame(plan, frame);
    const whole = await assets.prepared(() => pictureAt(momentOf(film, hearing, t, options)));
    const picture = rangeFade(whole, rangeLevel(plan, t), film.fades.picture.color, transparent);
    return painter.paint(picture, width, height, (surface) => encodeSurface(surface, form, !transparent));
  };
  return { draw, close: () => assets.close() };
}

/** Draws and encodes one segment, whole: under a temporary name until it is complete. */
async function drawSegment(
  task: SegmentsTask,
  { first, count, out }: Segment,
  draw: ReturnType<typeof frameDrawer>['draw'],
  report: (report: SegmentReport) => void,
  signal: AbortSignal,
): Promise<void> {
  // A run that was killed may still be writing under its own name.
  const temporary = `${out}.${randomUUID()}.part`;
  const { plan } = task;
  const format = formatOf(plan.format);
  const own = { ...encodePlanOf(plan), frameCount: count, firstNumber: first - plan.firstFrame };
  const folder = format.segment === 'frames';
  if (folder) await mkdir(temporary);
  const target = folder ? join(temporary, framePattern) : temporary;
  const { process: encoder, finished } = startEncoder(format, own, target, signal);
  const frames = new FramePool();
  let ended = false;
  void finished.finally(() => (ended = true)).catch(() => {});
  try {
    let unreported = 0;
    for (let n = 0; n < count && !ended; n++) {
      const planes = frames.take(await draw(first + n));
      const more = encoder.stdin.write(planes, () => frames.give(planes));
      if (!more) await Promise.race([once(encoder.stdin, 'drain').catch(() => {}), finished.catch(() => {})]);
      if (++unreported === reportEvery || n === count - 1) {
        report({ frames: unreported });
        unreported = 0;
      }
    }
    encoder.stdin.end();
    await finished;
    if (folder) await checkFolder(temporary, count);
    else await checkVideo(temporary, count, 'find', signal);
    await rename(temporary, out);
  } catch (error) {
    await rm(temporary, { recursive: true, force: true });
    throw error;
  }
}
