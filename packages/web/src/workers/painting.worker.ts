import { emptyTables, pictureAt, TableHearing, type Film, type LevelTable } from '@cyclogram/core';
import { Painter, type PaintContext, type PaintImage, type Surface } from '@cyclogram/painter';
import { clockTime, wallClock, type ClockState } from '../sound/player';
import { Resolution } from './resolution';
import { chooseCanvas } from './chooseCanvas';
import { answerRequest } from './requests';
import {
  tableBuffers,
  type FromPainting,
  type LiveLevels,
  type TableMessage,
  type ToPainting,
} from './messages';

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
/** Pictures that have been read, by address. */
const known = new Map<string, PaintImage>();
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
        if (message.what === 'ear') putTable(data.hearing, message.id, message.table);
        else if (message.what === 'follower') tables.followers.set(message.id, message.table);
        else tables.waves.set(message.id, message.wave);
        schedule();
      };
      return;
    case 'canvas':
      canvas = data.canvas;
      context = canvas?.getContext('2d', settings) as unknown as PaintContext | undefined;
      break;
    case 'film':
      film = data.film;
      tables.end = data.end;
      hearing = new TableHearing(tables, film);
      break;
    case 'size':
      room = data;
      break;
    case 'clock':
      if (data.clock.playing !== clock.playing) resolution.restart();
      clock = data.clock;
      break;
    case 'images':
      void loadImages(data.addresses);
      return;
    case 'request':
      if (!film) return;
      answerRequest(data.what, data.given, { film, tables, images: painter.images, createSurface }).then(
        ({ answer, transfer }) => self.postMessage({ say: 'answer', id: data.id, answer }, { transfer }),
        (error: Error) => say({ say: 'noAnswer', id: data.id, text: error.message }),
      );
      return;
  }
  schedule();
};

/** What it replaces goes back: there its memory is used again. */
function putTable(hearing: MessagePort, id: string, table: LevelTable): void {
  const before = tables.ears.get(id);
  tables.ears.set(id, table);
  if (!before) return;
  const memory = tableBuffers(before);
  hearing.postMessage(memory, memory);
}

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

/** Reads the film's pictures; those that are known already are kept. */
async function loadImages(addresses: Record<string, string>): Promise<void> {
  const loaded = new Map<string, PaintImage>();
  for (const [id, address] of Object.entries(addresses)) {
    let image = known.get(address);
    if (!image) {
      const response = await fetch(address).catch(() => undefined);
      if (!response?.ok) continue;
      const bitmap = await createImageBitmap(await response.blob());
      known.set(address, (image = { image: bitmap, width: bitmap.width, height: bitmap.height }));
    }
    loaded.set(id, image);
  }
  painter.images = loaded;
  painter.forgetBackdrop();
  schedule();
}
