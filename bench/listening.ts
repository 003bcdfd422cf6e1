import { chromium, type Page } from '@playwright/test';
import { execFile } from 'node:child_process';
import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { chromiumOptions } from '../e2e/chromium';

const exec = promisify(execFile);

/** What the page notes down of its workers' messages, its long tasks and its frames. */
interface Notes {
  changedAt: number;
  momentAt: number;
  wholeAt: number;
  longest: number;
}

/** Notes when the workers report new bands at the moment shown, and the whole song heard. */
function watchWorkers(): void {
  const notes: Notes = { changedAt: 0, momentAt: 0, wholeAt: 0, longest: 0 };
  Object.assign(window, { notes });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) notes.longest = Math.max(notes.longest, entry.duration);
  }).observe({ type: 'longtask' });
  const Plain = window.Worker;
  window.Worker = class extends Plain {
    private bands = 0;
    constructor(url: string | URL, options?: WorkerOptions) {
      super(url, options);
      this.addEventListener('message', ({ data }) => {
        if (data.say === 'levels') {
          const bands = data.live.ears.get('ear-1')?.length ?? 0;
          if (bands !== this.bands && notes.changedAt > 0 && notes.momentAt === 0) {
            notes.momentAt = performance.now();
          }
          this.bands = bands;
        } else if (data.say === 'progress' && data.share === 1 && notes.momentAt > 0 && notes.wholeAt === 0) {
          notes.wholeAt = performance.now();
        }
      });
    }
  };
  window.addEventListener(
    'keydown',
    (event) => {
      if (event.key === 'Enter')
        Object.assign(notes, { changedAt: performance.now(), momentAt: 0, wholeAt: 0, longest: 0 });
    },
    true,
  );
}

const notesOf = (page: Page) => page.evaluate(() => (window as unknown as { notes: Notes }).notes);

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
      .reduce((most, line) => Math.max(most, Number(line.trim().split(/\s+/)[0])), 0) / 1024
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
    await openSong(page, url, await longSong(data, 240, join(data, 'four-minutes.flac')));
    const tape = page.getByRole('slider', { name: 'Time in the song' });
    await tape.click({ position: { x: 700, y: 60 } });
    const bands = page.getByRole('spinbutton', { name: 'Bands', exact: true });
    const changes = [];
    for (const count of ['80', '72', '90']) {
      await bands.fill(count);
      await bands.press('Enter');
      await page.waitForFunction(() => (window as unknown as { notes: Notes }).notes.wholeAt > 0, null, {
        timeout: 60_000,
      });
      const { changedAt, momentAt, wholeAt, longest } = await notesOf(page);
      changes.push({
        momentMs: Math.round(momentAt - changedAt),
        wholeSongMs: Math.round(wholeAt - changedAt),
        longestMainThreadTaskMs: Math.round(longest),
      });
    }
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
