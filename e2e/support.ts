import { createCanvas, loadImage } from '@napi-rs/canvas';
import { dataFolder, expect, type Download, type Page } from './test';
import { execFile } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';

const exec = promisify(execFile);

/** Pixels of a picture: red, green, blue, opacity. */
export interface Picture {
  width: number;
  height: number;
  data: Uint8ClampedArray;
}

/** Decodes a picture that is opaque. */
export async function readPicture(bytes: Buffer): Promise<Picture> {
  const image = await loadImage(bytes);
  const { width, height } = image;
  const context = createCanvas(width, height).getContext('2d');
  context.drawImage(image, 0, 0);
  return { width, height, data: context.getImageData(0, 0, width, height).data };
}

export const folder = mkdtempSync(join(tmpdir(), 'cyclogram-e2e-files-'));

export async function media(tool: 'ffmpeg' | 'ffprobe', ...args: string[]): Promise<Buffer> {
  return (await exec(tool, ['-v', 'error', ...args], { encoding: 'buffer', maxBuffer: 1 << 30 })).stdout;
}

/** The command line, on the folder of the server under test. */
export const cyclogram = (...args: string[]) =>
  exec(
    process.execPath,
    [fileURLToPath(new URL('../packages/server/dist/cli.js', import.meta.url)), ...args],
    {
      env: { ...process.env, CYCLOGRAM_DATA: dataFolder() },
    },
  );

/** A song whose pitch rises, with a beat. */
export async function makeSong(name: string, seconds: number): Promise<string> {
  const path = join(folder, name);
  const expression = `0.4*sin(2*PI*(200+120*t)*t)*(0.3+0.7*exp(-6*mod(t\\,0.5)))`;
  await media('ffmpeg', '-f', 'lavfi', '-i', `aevalsrc=${expression}:s=44100:d=${seconds}`, '-y', path);
  return path;
}

export interface Probe {
  video: Record<string, string>;
  audio: Record<string, string>;
}

export async function probe(path: string): Promise<Probe> {
  const text = String(await media('ffprobe', '-show_streams', '-of', 'json', path));
  const { streams } = JSON.parse(text) as { streams: Record<string, string>[] };
  // The first of each type: a cover picture is one of video, too.
  const first = [...streams].reverse().map((stream) => [stream['codec_type'], stream]);
  return Object.fromEntries(first) as unknown as Probe;
}

/** Opens a demo film and waits until it has been heard. */
export async function openFilm(page: Page, address: string): Promise<void> {
  await page.goto(address);
  await analysed(page);
}

/** Waits until the whole song has been heard. */
export async function analysed(page: Page): Promise<void> {
  await expect(page.getByRole('slider', { name: 'Time in the song' })).toBeVisible();
  await expect(page.locator('[data-hearing]')).toHaveAttribute('data-hearing', 'done', { timeout: 60_000 });
}

/** The picture now, as it is saved: without the handles that lie over it. Focus and pointer stay where they are. */
export async function screenPixels(page: Page): Promise<Picture> {
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save frame as PNG' }).dispatchEvent('click');
  return await readPicture(await readFile(await (await download).path()));
}

/** Mean difference of two pictures of the same size, 0..255. */
export function difference(a: Picture, b: Picture): number {
  expect([a.width, a.height]).toEqual([b.width, b.height]);
  let sum = 0;
  for (let i = 0; i < a.data.length; i++) sum += Math.abs(a.data[i]! - b.data[i]!);
  return sum / a.data.length;
}

/** The picture, once it stays as it is. */
export async function settledPixels(page: Page): Promise<Picture> {
  let last = await screenPixels(page);
  await expect
    .poll(async () => {
      const before = last;
      last = await screenPixels(page);
      return difference(last, before);
    })
    .toBe(0);
  return last;
}

export async function save(download: Download, name: string): Promise<string> {
  const path = join(folder, name);
  await download.saveAs(path);
  return path;
}
