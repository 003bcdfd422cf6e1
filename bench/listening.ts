import { chromium, type Page } from '@playwright/test';
import { execFile } from 'node:child_process';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { chromiumOptions } from '../e2e/chromium';

const exec = promisify(execFile);

/** What the page notes down of its workers' messages and its long tasks. */
interface Notes {
  changedAt: number;
  wholeAt: number;
  /** When the ear was last sent. */
  sentAt: number;
  longest: number;
  /** Levels of the ear as they were before the change, and each time they were painted after it. */
  before: number[];
  painted: { at: number; levels: number[] }[];
}

/** Notes what the workers report after the key Enter has changed something. */
function watchWorkers(): void {
  const notes: Notes = { changedAt: 0, wholeAt: 0, sentAt: 0, longest: 0, before: [], painted: [] };
  let working = false;
  Object.assign(window, { notes });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) notes.longest = Math.max(notes.longest, entry.duration);
  }).observe({ type: 'longtask' });
  const Plain = window.Worker;
  window.Worker = class extends Plain {
    constructor(url: string | URL, options?: WorkerOptions) {
      super(url, options);
      this.addEventListener('message', ({ data }) => {
        if (data.say === 'levels') {
          const levels = Array.from((data.live.ears.get('ear-1') ?? []) as ArrayLike<number>);
          if (notes.changedAt === 0) notes.before = levels;
          else notes.painted.push({ at: data.sentAt - performance.timeOrigin, levels });
        } else if (data.say === 'ear') {
          notes.sentAt = performance.now();
        } else if (data.say === 'progress' && notes.changedAt > 0) {
          working ||= data.share < 1;
          if (data.share === 1 && working && notes.wholeAt === 0) notes.wholeAt = performance.now();
        }
      });
    }
  };
  window.addEventListener(
    'keydown',
    (event) => {
      if (event.key !== 'Enter') return;
      working = false;
      const before = notes.painted.at(-1)?.levels ?? notes.before;
      Object.assign(notes, { changedAt: performance.now(), wholeAt: 0, longest: 0, before, painted: [] });
    },
    true,
  );
}

/** Has the painting worker say when it has painted: the page hears of it only when it has time. */
async function stampPaintings(page: Page): Promise<void> {
  await page.route('**/painting.worker*', async (route) => {
    const response = await route.fetch();
    const stamp = `const post = self.postMessage.bind(self);
      self.postMessage = (message, options) =>
        post({ ...message, sentAt: performance.timeOrigin + performance.now() }, options);`;
    await route.fulfill({ response, body: `${stamp}\n${await response.text()}` });
  });
}

/** Largest difference between two rows of levels; infinite when they are not of the same bands. */
const difference = (a: number[], b: number[]) =>
  a.length === b.length ? Math.max(...a.map((value, i) => Math.abs(value - b[i]!))) : Infinity;

/** What levels may be from how they are when the whole song has been heard, to be right: a fiftieth of their range. */
const right = 0.02;

/** What is done anew after a change: the whole song is heard, or what has been heard is mapped and smoothed. */
type Redone = 'heard' | 'settled';

/** Waits until the whole song is as it will be after a change. */
async function changeOf(page: Page, redone: Redone) {
  if (redone === 'heard') {
    // Not at every frame of the screen, as is usual: a frame takes work that the change then waits for.
    await page.waitForFunction(() => (window as unknown as { notes: Notes }).notes.wholeAt > 0, null, {
      polling: 100,
      timeout: 60_000,
    });
  }
  await page.waitForTimeout(redone === 'heard' ? 700 : 2500);
  const notes = await page.evaluate(() => (window as unknown as { notes: Notes }).notes);
  const { changedAt, wholeAt, sentAt, longest, before, painted } = notes;
  const final = painted.at(-1)!.levels;
  const moment = painted.find(
    ({ levels }) => difference(levels, before) > 0 && difference(levels, final) < right,
  );
  return {
    momentMs: moment ? Math.round(moment.at - changedAt) : null,
    wholeSongMs: Math.round(sentAt - changedAt),
    ...(redone === 'heard' ? { withSpectrogramMs: Math.round(wholeAt - changedAt) } : {}),
    longestMainThreadTaskMs: Math.round(longest),
  };
}

/** Clicks on the Tape where the ear hears most of some places: where it hears nothing, many changes look alike. */
async function goToLoudMoment(page: Page): Promise<void> {
  const tape = page.getByRole('slider', { name: 'Time in the song' });
  const loudness = async (x: number) => {
    await tape.click({ position: { x, y: 60 } });
    await page.waitForTimeout(400);
    const { before } = await page.evaluate(() => (window as unknown as { notes: Notes }).notes);
    return before.reduce((sum, level) => sum + level, 0);
  };
  const found: { x: number; sum: number }[] = [];
  for (let x = 500; x < 540; x += 4) found.push({ x, sum: await loudness(x) });
  await loudness(found.sort((a, b) => b.sum - a.sum)[0]!.x);
}

/** Sets a number of the open ear. */
async function setNumber(page: Page, name: string, value: string, redone: Redone = 'heard') {
  const field = page.getByRole('spinbutton', { name, exact: true }).first();
  await field.fill(value);
  await field.press('Enter');
  return changeOf(page, redone);
}

/** Chooses for the open ear, by keyboard. */
async function choose(page: Page, name: string, label: string, redone: Redone = 'heard') {
  await page.getByRole('combobox', { name, exact: true }).first().focus();
  await page.keyboard.press('Space');
  await page.getByRole('option', { name: label, exact: true }).focus();
  await page.keyboard.press('Enter');
  return changeOf(page, redone);
}

/** Window shapes, scales and channels, one after the other. */
const chooseAll = async (page: Page) => ({
  rectangular: await choose(page, 'Shape', 'Rectangular'),
  Hann: await choose(page, 'Shape', 'Hann'),
  'scale mel': await choose(page, 'Scale', 'Mel'),
  'scale log': await choose(page, 'Scale', 'Logarithmic'),
  'both channels': await choose(page, 'Channel', 'Both, by power'),
  sides: await choose(page, 'Channel', 'Sides'),
});

/** As long as helpers need to separate what may be listened to next, four signals of four minutes: about. */
const rest = (page: Page) => page.waitForTimeout(10_000);

/** A song of any length, made by repeating a decoded demo song. */
async function longSong(data: string, seconds: number, out: string): Promise<string> {
  const assets = join(data, 'assets');
  const pcm = (await readdir(assets)).find((name) => name.endsWith('.pcm'))!;
  const input = ['-stream_loop', '-1', '-f', 's16le', '-ar', '48000', '-ac', '2', '-i', join(assets, pcm)];
  await exec('ffmpeg', ['-v', 'error', ...input, '-t', String(seconds), '-c:a', 'flac', '-y', out]);
  return out;
}

/** Memory of Chromium's processes for pages, in MiB. */
async function rendererMemory(): Promise<number> {
  const { stdout } = await exec('ps', ['-eo', 'rss=,args=']);
  return (
    stdout
      .split('\n')
      .filter((line) => line.includes('--type=renderer'))
      .reduce((max, line) => Math.max(max, Number(line.trim().split(/\s+/)[0])), 0) / 1024
  );
}

async function openSong(page: Page, url: string, song: string): Promise<number> {
  await page.goto(url);
  const start = Date.now();
  await page.getByLabel('Song file').setInputFiles(song);
  await page.getByRole('slider', { name: 'Time in the song' }).waitFor({ timeout: 300_000 });
  for (let quiet = 0; quiet < 3;) {
    await page.waitForTimeout(300);
    quiet = (await page.getByText(/^hearing \d+ %$/).count()) === 0 ? quiet + 1 : 0;
  }
  return (Date.now() - start) / 1000;
}

/**
 * Changing an ear, scrolling the Tape, and an hour of music, in headless
 * Chromium without a graphics processor.
 * @param url address of a running application with the demo
 * @param data its data folder
 */
export async function benchListening(url: string, data: string) {
  const browser = await chromium.launch(chromiumOptions);
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.addInitScript(watchWorkers);
    await stampPaintings(page);
    await openSong(page, url, await longSong(data, 240, join(data, 'four-minutes.flac')));
    const tape = page.getByRole('slider', { name: 'Time in the song' });
    await goToLoudMoment(page);
    const changes = {
      'first change, 80 bands': await setNumber(page, 'Bands', '80'),
      '72 bands': await setNumber(page, 'Bands', '72'),
      '64 bands': await setNumber(page, 'Bands', '64'),
      'window of 10 ms': await setNumber(page, 'Length', '10'),
      'window of 500 ms': await setNumber(page, 'Length', '500'),
      'window of 85 ms': await setNumber(page, 'Length', '85'),
      'long windows of 500 ms for low bands': await setNumber(page, 'Low bands up to', '500'),
      'one window': await setNumber(page, 'Low bands up to', '0'),
      ...(await chooseAll(page)),
      middle: await choose(page, 'Channel', 'Middle'),
      'percussive part, at once': await choose(page, 'Part', 'Percussive'),
      'harmonic part': await choose(page, 'Part', 'Harmonic'),
      'all of it': await choose(page, 'Part', 'All'),
    };
    // The most work there is: 30 million levels.
    const max = {
      '512 bands': await setNumber(page, 'Bands', '512'),
      'and a window of 10 ms': await setNumber(page, 'Length', '10'),
      '500 bands': await setNumber(page, 'Bands', '500'),
      ...(await chooseAll(page)),
      'percussive part, at once': await choose(page, 'Part', 'Percussive'),
      'harmonic part': await choose(page, 'Part', 'Harmonic'),
      'of both channels, after a rest': (await rest(page), await choose(page, 'Channel', 'Both, by power')),
      'percussive part': await choose(page, 'Part', 'Percussive'),
      'all of it': await choose(page, 'Part', 'All'),
      'long windows of 500 ms for low bands': await setNumber(page, 'Low bands up to', '500'),
      'a window of 500 ms': await setNumber(page, 'Length', '500'),
      'of 10 ms': await setNumber(page, 'Length', '10'),
      'through rectangular windows': await choose(page, 'Shape', 'Rectangular'),
      'of the middle': await choose(page, 'Channel', 'Middle'),
      'through Hamming windows': await choose(page, 'Shape', 'Hamming'),
      'through Hann windows': await choose(page, 'Shape', 'Hann'),
      'one window': await setNumber(page, 'Low bands up to', '0'),
      'levels by power': await choose(page, 'Follows', 'Power', 'settled'),
      'levels by dB': await choose(page, 'Follows', 'Decibels', 'settled'),
      release: await setNumber(page, 'Release', '400', 'settled'),
      'centred average': await choose(page, 'Kind', 'Centred average', 'settled'),
      'limits from the song': await choose(page, 'Limits', 'From the song', 'settled'),
    };
    const maxMemory = await rendererMemory();
    const box = (await tape.boundingBox())!;
    await page.mouse.move(box.x + 600, box.y + 80);
    await page.mouse.wheel(0, -1400);
    await page.waitForTimeout(800);
    const scrolling = await page.evaluate(
      (ms) =>
        new Promise<number>((resolve) => {
          const target = document.querySelector('[aria-label="Time in the song"]')!;
          const start = performance.now();
          let frames = 0;
          const frame = () => {
            frames++;
            target.dispatchEvent(new WheelEvent('wheel', { deltaX: 12, bubbles: true, cancelable: true }));
            if (performance.now() - start < ms) requestAnimationFrame(frame);
            else resolve((frames * 1000) / (performance.now() - start));
          };
          requestAnimationFrame(frame);
        }),
      3000,
    );
    const hour = await openSong(page, url, await longSong(data, 3600, join(data, 'hour.flac')));
    await page.getByRole('button', { name: 'Play', exact: true }).click();
    await page.waitForTimeout(5000);
    const time = (await page.getByTestId('time').textContent()) ?? '';
    return {
      what: 'a song of four minutes in headless Chromium without a graphics processor; then one of an hour',
      changes,
      changesOfMostBands: max,
      memoryMiB: Math.round(maxMemory),
      momentTargetMs: 100,
      wholeSongTargetMs: 2000,
      tapeScrollsAtFps: Math.round(scrolling),
      tapeScrollsTargetFps: 60,
      hourSentDecodedAndHeardSeconds: Math.round(hour),
      hourPlays: time.startsWith('0:0') && !time.startsWith('0:00.0'),
      hourMemoryMiB: Math.round(await rendererMemory()),
      hourMemoryTargetMiB: 1024,
    };
  } finally {
    await browser.close();
  }
}
