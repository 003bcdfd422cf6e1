import { companionAddresses } from '../typefaces/shipped';
import { fontAt } from '../typefaces/fonts';
import {
  companionsOf,
  DrawCache,
  emptyTables,
  momentOf,
  pictureAt,
  placeKey,
  planOf,
  TableHearing,
  usedFootage,
  usedTypefaces,
  valueNow,
  type Film,
  type LevelTable,
} from '@cyclogram/core';
import { FilmAssets, Painter, readPng, smallCopy, type PaintImage } from '@cyclogram/painter';
import { expose, transfer } from 'comlink';
import { clockTime, wallClock, type ClockState } from '../sound/player';
import { openFootage } from '../footage/openFootage';
import { withoutPasses } from '../finish/upTo';
import { dropTables } from './dropTables';
import { Resolution } from './resolution';
import { showSurface } from './showSurface';
import { answerRequest } from './requests';
import {
  tableBuffers,
  type LiveLevels,
  type TableMessage,
  type PaintingApi,
  type PaintingReport,
} from './messages';

/** Paints the preview: on every frame of the screen while playing, else when something has changed. */

/** Milliseconds between two reports of live levels. */
const levelsInterval = 45;

let reportTo: (report: PaintingReport) => void = () => {};
const say = (message: PaintingReport) => reportTo(message);
const painter = new Painter();
const cache = new DrawCache();
/** The film's images, read when a picture asks for them. */
const assets = new FilmAssets(
  new Map(),
  {
    image: readImage,
    typeface: readTypeface,
    footage: openFootage,
  },
  true,
);
let coarse = false;
let before = false;
let passTimes: Record<string, number> = {};
painter.passClock = {
  now: () => performance.now(),
  note: (pass, milliseconds) => (passTimes[pass] = (passTimes[pass] ?? 0) + milliseconds),
};
let typefaces: Record<string, string> = {};
painter.images = assets.images;
const tables = emptyTables();
let hearing = new TableHearing(tables);
const resolution = new Resolution();
let canvas: OffscreenCanvas | undefined;
let context: OffscreenCanvasRenderingContext2D | undefined;
let film: Film | undefined;
let room = { width: 0, height: 0 };
let clock: ClockState = { playing: false, time: 0, at: 0, speed: 1, loop: undefined, end: 0 };
let scheduled = false;
let lastLevels = 0;
let lastStats = 0;
let framesSinceStats = 0;

const api: PaintingApi = {
  connect(port, tell) {
    reportTo = tell;
    port.onmessage = ({ data: message }: MessageEvent<TableMessage>) => {
      if (message.what === 'ear') putTable(port, message.id, message.table);
      else if (message.what === 'follower') tables.followers.set(message.id, message.table);
      else tables.waveforms.set(message.id, message.waveform);
      schedule();
    };
  },
  setCanvas(next) {
    canvas = next;
    // Pixels are only put on it: no graphics processor is of use.
    context = canvas?.getContext('2d', { alpha: false, willReadFrequently: true }) ?? undefined;
    schedule();
  },
  setFilm(next, end) {
    film = next;
    tables.end = end;
    dropTables(tables, next);
    hearing = new TableHearing(tables, film);
    prepareTypefaces();
    prepareFootage();
    schedule();
  },
  setSize(width, height) {
    room = { width, height };
    schedule();
  },
  setClock(next) {
    if (next.playing !== clock.playing) resolution.restart();
    clock = next;
    schedule();
  },
  setCoarse(next) {
    coarse = next;
    schedule();
  },
  setBefore(next) {
    before = next;
    schedule();
  },
  setTypefaces(addresses) {
    for (const [name, address] of Object.entries(addresses))
      if (typefaces[name] !== address) assets.forgetTypeface(name);
    typefaces = addresses;
    prepareTypefaces();
  },
  setFootage(addresses) {
    assets.setFootage(new Map(Object.entries(addresses)));
    prepareFootage();
    schedule();
  },
  setImages(addresses) {
    assets.setSources(new Map(Object.entries(addresses)));
    schedule();
  },
  retry,
  async request(what, given) {
    if (!film) throw new Error('there is no film');
    const { answer, transfer: moved } = await answerRequest(what, given, {
      ...{ film, tables, assets, cache },
    });
    return moved.length > 0 ? (transfer(answer as object, moved) as typeof answer) : answer;
  },
};
expose(api);

/** Milliseconds after which what could not be had is asked for again. */
const retryAfter = 5000;
let retrying: ReturnType<typeof setTimeout> | undefined;

/** Asks again for what could not be had. */
function retry(): void {
  clearTimeout(retrying);
  retrying = undefined;
  assets.retry();
  prepareTypefaces();
  prepareFootage();
  schedule();
}

/** After a picture something may be missing that is there later. */
function retryLater(): void {
  if (assets.lacks) retrying ??= setTimeout(retry, retryAfter);
}

/** What it replaces goes back: there its memory is used again. */
function putTable(hearing: MessagePort, id: string, table: LevelTable): void {
  const before = tables.ears.get(id);
  tables.ears.set(id, table);
  if (!before) return;
  const memory = tableBuffers(before);
  hearing.postMessage(memory, memory);
}

/** Letters are drawn when their typefaces are here. */
function prepareTypefaces(): void {
  if (film) void assets.prepareTypefaces(usedTypefaces(film))?.then(schedule);
}

/** Footage is drawn when its copy is ready. */
function prepareFootage(): void {
  if (film) void assets.prepareFootage(usedFootage(film))?.then(schedule);
}

async function readTypeface(name: string) {
  const address = typefaces[name];
  if (address === undefined) throw new Error(`there is no typeface ${name}`);
  const { openTypeface } = await import('@cyclogram/core/typeface');
  const companions = companionsOf(name).map((one) => fontAt(companionAddresses[one]));
  const [font, ...others] = await Promise.all([fontAt(address), ...companions]);
  return openTypeface(font!, others);
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

function paintOn(
  canvas: OffscreenCanvas,
  context: OffscreenCanvasRenderingContext2D,
  film: Film,
  time: number,
): void {
  const scale = clock.playing ? resolution.scale : 1;
  const width = Math.max(16, Math.round(room.width * scale));
  const height = Math.max(9, Math.round(room.height * scale));
  if (canvas.width !== width || canvas.height !== height) {
    canvas.width = width;
    canvas.height = height;
  }
  const start = performance.now();
  const shown = before ? withoutPasses(film) : film;
  passTimes = {};
  const picture = pictureAt(momentOf(shown, hearing, time, { cache, assets, quick: clock.playing }));
  // What is not here yet is left out, and painted when it has come.
  // While it plays, smaller frames of footage will do; as soon as it stands still, they come in their own size.
  void assets.prepare(picture, clock.playing)?.then(schedule);
  retryLater();
  painter.stagePixel = coarse && clock.playing ? 2 : 1;
  painter.paint(picture, width, height, (surface) => showSurface(context, surface, true));
  const paintMs = performance.now() - start;
  framesSinceStats++;
  if (clock.playing) resolution.note(paintMs);
  report(time);
  reportStats(width, height, paintMs);
}

/** Tells what is heard now, every so often while playing. */
function report(time: number): void {
  const now = wallClock();
  if (!film || (clock.playing && now - lastLevels <= levelsInterval)) return;
  lastLevels = now;
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
        live.values.set(placeKey(driver.place), valueNow(driver, film, hearing, time));
    }
  }
  say({ say: 'levels', live });
}

function reportStats(width: number, height: number, paintMs: number): void {
  const now = wallClock();
  const since = now - lastStats;
  if (!clock.playing || since > 1000) {
    const fps = clock.playing && since < 3000 ? (framesSinceStats * 1000) / since : 0;
    say({ say: 'stats', stats: { width, height, fps, paintMs, passes: passTimes } });
    lastStats = now;
    framesSinceStats = 0;
  }
}

/** Reads an image. @throws Error when it cannot be had */
async function readImage(address: string): Promise<PaintImage> {
  const response = await fetch(address);
  if (!response.ok) throw new Error(`the image ${address} cannot be read`);
  const image: PaintImage = readPng(new Uint8Array(await response.arrayBuffer()));
  image.small = smallCopy(image);
  return image;
}
