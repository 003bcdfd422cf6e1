import { addressKey, planOf, valueNow, type Film } from '@cyclogram/core';
import { expose, transfer, wrap } from 'comlink';
import { clockTime, wallClock, type ClockState } from '../sound/player';
import { FilmPainter } from './filmPainter';
import { FramePainters, paintersFor } from './framePainters';
import type { StoredFrame } from './frameStore';
import type { MediaApi } from './media.worker';
import {
  tableBuffers,
  type LiveLevels,
  type TableMessage,
  type PaintingApi,
  type PaintingReport,
} from './messages';
import { PlayedFrames } from './playedFrames';
import { answerRequest } from './requests';
import { movable } from './sharedBytes';
import { showFrame, showSurface } from './showSurface';

/**
 * Shows the preview. Standing still it is painted here; while it plays, and of a loop, painters of frames do it, each a
 * worker of its own, and what is due is put on the canvas here.
 */

/** Milliseconds between two reports of live levels, and of what is painted in advance. */
const levelsInterval = 64;
const cachedInterval = 250;
/** Milliseconds after which what could not be had is asked for again. */
const retryAfter = 5000;
/** Milliseconds after which the memory of frames is given back of a page that nobody sees. */
const forgetAfter = 60_000;

let reportTo: (report: PaintingReport) => void = () => {};
const say = (message: PaintingReport) => reportTo(message);

const mediaWorker = new Worker(new URL('./media.worker.ts', import.meta.url), { type: 'module' });
mediaWorker.onerror = () => {
  // Without it nothing is decoded any more: all are started again.
  setTimeout(() => {
    throw new Error('what decodes has stopped');
  });
};
const media = wrap<MediaApi>(mediaWorker);
function joinMedia(): MessagePort {
  const { port1, port2 } = new MessageChannel();
  void media.connect(transfer(port1, [port1]));
  return port2;
}

const still = new FilmPainter(media, () => schedule(), true);
const { painter, tables, assets, cache } = still;
const painters = new FramePainters(paintersFor(navigator.hardwareConcurrency), joinMedia);
const frames = new PlayedFrames(painters, () => {
  reportCachedSoon();
  // Standing still, only the frame that is seen is of interest.
  const kept = clock.playing ? undefined : frames.keptAt(clockTime(clock));
  if (kept && kept !== shown) schedule();
});
const addresses = { images: {} as Record<string, string>, footage: {} as Record<string, string> };

let canvas: OffscreenCanvas | undefined;
let context: OffscreenCanvasRenderingContext2D | undefined;
let viewport = { width: 0, height: 0 };
let clock: ClockState = { playing: false, time: 0, at: 0, speed: 1, loop: undefined, end: 0 };
let coarse = false;
let before = false;
let scheduled = false;
/** What is on the canvas, of what was painted elsewhere. */
let shown: StoredFrame | undefined;
let lastLevels = 0;
let lastStats = 0;
let framesSinceStats = 0;
let stillMs = 0;
/** When a frame was shown last while it plays, and the times between frames since the last report. */
let lastShown = 0;
let intervals: number[] = [];

const api: PaintingApi = {
  connect(port, tell) {
    reportTo = tell;
    port.onmessage = ({ data: message }: MessageEvent<TableMessage>) => putTable(port, message);
  },
  setCanvas(next) {
    canvas = next;
    // Pixels are only put on it: no graphics processor is of use.
    context = canvas?.getContext('2d', { alpha: false, willReadFrequently: true }) ?? undefined;
    shown = undefined;
    schedule();
  },
  setFilm(film, end, number) {
    still.setFilm(film, end);
    painters.setFilm(film, end);
    painters.keepTables(isHeard);
    frames.setFilm(film, end, number);
    reportCachedSoon();
    schedule();
  },
  setSize(width, height) {
    viewport = { width: Math.round(width), height: Math.round(height) };
    frames.setSize(width, height);
    schedule();
  },
  setClock(next) {
    if (next.loop !== clock.loop) reportCachedSoon();
    if (next.playing !== clock.playing) lastShown = 0;
    clock = next;
    frames.setClock(next);
    schedule();
  },
  setCoarse(next) {
    coarse = next;
    frames.setCoarse(next);
    schedule();
  },
  setBefore(next) {
    before = next;
    frames.setBefore(next);
    schedule();
  },
  setTypefaces(next) {
    still.setTypefaces(next);
    painters.setTypefaces(next);
    frames.doubtAll();
    schedule();
  },
  setFootage(next) {
    addresses.footage = next;
    keepMedia();
    still.setFootage(next);
    painters.setFootage(next);
    frames.forget();
    schedule();
  },
  setImages(next) {
    addresses.images = next;
    keepMedia();
    still.setImages(next);
    painters.setImages(next);
    frames.forget();
    schedule();
  },
  retry,
  setCache(bytes) {
    frames.setBudget(bytes);
    reportCachedSoon();
  },
  setHidden,
  async request(what, given) {
    const { film } = still;
    if (!film) throw new Error('there is no film');
    const { answer, transfer: moved } = await answerRequest(what, given, {
      ...{ film, tables, assets, cache },
    });
    return moved.length > 0 ? (transfer(answer as object, moved) as typeof answer) : answer;
  },
};
expose(api);

const keepMedia = () =>
  void media.keepOnly([...Object.values(addresses.images), ...Object.values(addresses.footage)]);

const isHeard = (key: string): boolean => {
  const [what, id] = key.split(' ') as [string, string];
  const all: Record<string, ReadonlyMap<string, unknown>> = {
    ear: tables.ears,
    follower: tables.followers,
    waveform: tables.waveforms,
  };
  return all[what]?.has(id) ?? true;
};

/** A table of levels that is replaced goes back when nobody uses it any more: there its memory is used again. */
function putTable(hearing: MessagePort, message: TableMessage): void {
  if (message.what === 'heard') {
    frames.setHeard(message.film);
    return reportCachedSoon();
  }
  const replaced = message.what === 'ear' ? tables.ears.get(message.id) : undefined;
  still.putTable(message);
  frames.doubtAll();
  void painters.putTable(message).then(() => {
    if (!replaced) return;
    const memory = tableBuffers(replaced);
    hearing.postMessage(memory, movable(memory));
  });
  schedule();
}

let forgetting: ReturnType<typeof setTimeout> | undefined;
function setHidden(hidden: boolean): void {
  frames.setHidden(hidden);
  clearTimeout(forgetting);
  if (hidden) forgetting = setTimeout(() => frames.forget(), forgetAfter);
  else schedule();
}

let retrying: ReturnType<typeof setTimeout> | undefined;
/** Asks again for what could not be had. */
function retry(): void {
  clearTimeout(retrying);
  retrying = undefined;
  still.retry();
  painters.retry();
  frames.forget();
  schedule();
}

/** After a picture something may be missing that is there later. */
function retryLater(): void {
  if (assets.lacks) retrying ??= setTimeout(retry, retryAfter);
}

function schedule(): void {
  if (scheduled) return;
  scheduled = true;
  requestAnimationFrame(paintFrame);
}

function paintFrame(): void {
  scheduled = false;
  const { film } = still;
  if (!film) return;
  const time = clockTime(clock);
  if (canvas && context && viewport.width >= 1) {
    if (clock.playing) playOn(canvas, context, time);
    else standOn(canvas, context, time);
  }
  report(film, clock.playing ? time : frames.momentAt(time));
  if (clock.playing && time < clock.end) schedule();
}

/** Shows the frame that is due. */
function playOn(canvas: OffscreenCanvas, context: OffscreenCanvasRenderingContext2D, time: number): void {
  frames.paintOn();
  retryLater();
  if (!painters.isThere) return paintStill(canvas, context, time, true);
  const due = frames.dueAt(time);
  if (due && due.frame !== shown) put(canvas, context, due.frame);
  reportStats(frames.paintMs, frames.passes);
}

/** Shows the frame of a moment: the one that is kept, or it is painted. */
function standOn(canvas: OffscreenCanvas, context: OffscreenCanvasRenderingContext2D, time: number): void {
  const kept = frames.keptAt(time);
  if (!kept) return paintStill(canvas, context, time, false);
  if (kept !== shown) put(canvas, context, kept);
  reportStats(stillMs, still.passTimes);
}

function put(canvas: OffscreenCanvas, context: OffscreenCanvasRenderingContext2D, frame: StoredFrame): void {
  sizeCanvas(canvas, frame);
  showFrame(context, frame);
  shown = frame;
  framesSinceStats++;
  const now = performance.now();
  if (clock.playing && lastShown > 0) intervals.push(now - lastShown);
  lastShown = clock.playing ? now : 0;
}

function sizeCanvas(canvas: OffscreenCanvas, { width, height }: Pick<StoredFrame, 'width' | 'height'>): void {
  if (canvas.width === width && canvas.height === height) return;
  canvas.width = width;
  canvas.height = height;
}

function paintStill(
  canvas: OffscreenCanvas,
  context: OffscreenCanvasRenderingContext2D,
  time: number,
  quick: boolean,
): void {
  const start = performance.now();
  sizeCanvas(canvas, viewport);
  still.passTimes = {};
  const picture = still.pictureAt(frames.momentAt(time), { quick, before });
  // What is not here yet is left out, and painted when it has come.
  void assets.prepare(picture, quick)?.then(schedule);
  retryLater();
  painter.stagePixel = coarse && quick ? 2 : 1;
  painter.paint(picture, viewport.width, viewport.height, (surface) => showSurface(context, surface, true));
  shown = undefined;
  framesSinceStats++;
  stillMs = performance.now() - start;
  reportStats(stillMs, still.passTimes);
}

/** Tells what is heard now, every so often while playing. */
function report(film: Film, time: number): void {
  const now = wallClock();
  if (clock.playing && now - lastLevels <= levelsInterval) return;
  lastLevels = now;
  const { hearing } = still;
  const live: LiveLevels = {
    time,
    ears: new Map(),
    peaks: new Map(),
    followers: new Map(),
    values: new Map(),
  };
  for (const { id } of film.ears) {
    const levels = hearing.levelsAt(id, time);
    const peaks = hearing.peaksAt(id, time);
    if (levels) live.ears.set(id, levels);
    if (peaks) live.peaks.set(id, peaks);
  }
  for (const { id } of film.followers) {
    const value = hearing.followerAt(id, time);
    if (value !== undefined) live.followers.set(id, value);
  }
  for (const owners of Object.values(planOf(film))) {
    for (const drivers of owners.values()) {
      for (const driver of drivers)
        live.values.set(addressKey(driver.address), valueNow(driver, film, hearing, time));
    }
  }
  say({ say: 'levels', live });
}

function reportStats(paintMs: number, passes: Record<string, number>): void {
  const now = wallClock();
  const since = now - lastStats;
  if (clock.playing && since <= 1000) return;
  const fps = clock.playing && since < 3000 ? (framesSinceStats * 1000) / since : 0;
  const { width, height } = canvas!;
  const fixedMs = frames.resolution.cost.fixed;
  const intervalMs = intervals.sort((a, b) => a - b)[Math.floor(0.95 * intervals.length)] ?? 0;
  const idle = Math.max(0, 1 - frames.takeBusyMs() / (since * painters.count));
  say({ say: 'stats', stats: { width, height, fps, paintMs, fixedMs, intervalMs, idle, passes } });
  intervals = [];
  lastStats = now;
  framesSinceStats = 0;
}

/** What was told last. */
let told: string | undefined;
let reporting: ReturnType<typeof setTimeout> | undefined;
/** Tells what is painted in advance, now and then. */
function reportCachedSoon(): void {
  reporting ??= setTimeout(() => {
    reporting = undefined;
    const { cached } = frames;
    const text = JSON.stringify(cached);
    if (text === told) return;
    told = text;
    say({ say: 'cached', cached });
  }, cachedInterval);
}
