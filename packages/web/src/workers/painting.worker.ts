import { emptyTables, pictureAt, TableHearing, type Film } from '@cyclogram/core';
import { Painter, type PaintContext, type Surface } from '@cyclogram/painter';
import { clockTime, wallClock, type ClockState } from '../sound/player';
import { Resolution } from './resolution';
import { chooseCanvas } from './chooseCanvas';
import type { FromPainting, LiveLevels, TableMessage, ToPainting } from './messages';

/** Paints the preview: on every frame of the screen while playing, else when something has changed. */

/** Milliseconds between two reports of live levels. */
const levelsInterval = 45;

const say = (message: FromPainting) => self.postMessage(message);
const settings = chooseCanvas();
// Surfaces for groups are laid over each other, so unlike the Screen's canvas they can be seen through.
const createSurface = (width: number, height: number): Surface => {
  const image = new OffscreenCanvas(width, height);
  return { image, context: image.getContext('2d', { ...settings, alpha: true }) as unknown as PaintContext };
};

const painter = new Painter(createSurface);
const tables = emptyTables();
let hearing = new TableHearing(tables);
const resolution = new Resolution();
let canvas: OffscreenCanvas | undefined;
let context: PaintContext | undefined;
let film: Film | undefined;
let room = { width: 0, height: 0 };
let clock: ClockState = { playing: false, time: 0, at: 0, speed: 1, loop: undefined, end: 0 };
let scheduled = false;
let lastLevels = 0;
let lastStats = 0;
let framesSinceStats = 0;

self.onmessage = ({ data }: MessageEvent<ToPainting>) => {
  switch (data.say) {
    case 'connect':
      data.hearing.onmessage = ({ data: message }: MessageEvent<TableMessage>) => {
        if (message.what === 'ear') tables.ears.set(message.id, message.table);
        else tables.followers.set(message.id, message.table);
        schedule();
      };
      return;
    case 'canvas':
      canvas = data.canvas;
      context = canvas?.getContext('2d', settings) as unknown as PaintContext | undefined;
      break;
    case 'film':
      film = data.film;
      hearing = new TableHearing(tables, film);
      break;
    case 'size':
      room = data;
      break;
    case 'clock':
      if (data.clock.playing !== clock.playing) resolution.restart();
      clock = data.clock;
      break;
    case 'save':
      void save(data.id, data.time, data.width, data.height);
      return;
  }
  schedule();
};

function schedule(): void {
  if (scheduled) return;
  scheduled = true;
  requestAnimationFrame(paintFrame);
}

function paintFrame(): void {
  scheduled = false;
  if (!film) return;
  const time = clockTime(clock);
  if (canvas && context && room.width >= 1) paintOn(canvas, context, film, time);
  else report(time);
  if (clock.playing && time < clock.end) schedule();
}

function paintOn(canvas: OffscreenCanvas, context: PaintContext, film: Film, time: number): void {
  const scale = clock.playing ? resolution.scale : 1;
  const width = Math.max(16, Math.round(room.width * scale));
  const height = Math.max(9, Math.round(room.height * scale));
  if (canvas.width !== width || canvas.height !== height) {
    canvas.width = width;
    canvas.height = height;
  }
  const start = performance.now();
  painter.paint(context, pictureAt(film, hearing, time), width, height);
  const paintMs = performance.now() - start;
  framesSinceStats++;
  if (clock.playing) resolution.note(start, paintMs);
  report(time);
  reportStats(width, height, paintMs);
}

/** Tells what is heard now, every so often while playing. */
function report(time: number): void {
  const now = wallClock();
  if (!film || (clock.playing && now - lastLevels <= levelsInterval)) return;
  lastLevels = now;
  const live: LiveLevels = { time, ears: new Map(), peaks: new Map(), followers: new Map() };
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
  say({ say: 'levels', live });
}

function reportStats(width: number, height: number, paintMs: number): void {
  const now = wallClock();
  const since = now - lastStats;
  if (!clock.playing || since > 1000) {
    const fps = clock.playing && since < 3000 ? (framesSinceStats * 1000) / since : 0;
    say({ say: 'stats', stats: { width, height, fps, paintMs } });
    lastStats = now;
    framesSinceStats = 0;
  }
}

/** The picture at a moment, in any size, as PNG. */
async function save(id: number, time: number, width: number, height: number): Promise<void> {
  if (!film) return;
  const target = new OffscreenCanvas(width, height);
  const targetContext = target.getContext('2d', { willReadFrequently: true }) as unknown as PaintContext;
  new Painter(createSurface).paint(targetContext, pictureAt(film, hearing, time), width, height);
  say({ say: 'saved', id, blob: await target.convertToBlob({ type: 'image/png' }) });
}
