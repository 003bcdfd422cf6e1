import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { folder } from './support';
import { expect, type Page } from './test';

const [width, height, bits] = [320, 180, 12];
const blockWidth = 26;

/** A picture in which a row of blocks, light or dark, says a number. */
function numbered(n: number): Buffer {
  const pixels = Buffer.alloc(width * height, 128);
  for (let bit = 0; bit < bits; bit++)
    for (let y = 40; y < 140; y++)
      pixels.fill(
        (n >> bit) & 1 ? 235 : 20,
        y * width + bit * blockWidth + 4,
        y * width + (bit + 1) * blockWidth,
      );
  return pixels;
}

/** A video of numbered frames. @param args of ffmpeg, for its codec and its moments @param first number of its first frame */
export async function numberedVideo(
  name: string,
  frames: number,
  rate: string,
  args: readonly string[],
  first = 0,
): Promise<string> {
  const out = join(folder, name);
  const input = [
    '-f',
    'rawvideo',
    '-pix_fmt',
    'gray',
    '-s',
    `${width}x${height}`,
    '-r',
    rate,
    '-i',
    'pipe:0',
  ];
  const tool = spawn('ffmpeg', ['-v', 'error', ...input, ...args, '-y', out], {
    stdio: ['pipe', 'inherit', 'inherit'],
  });
  for (let n = 0; n < frames; n++)
    if (!tool.stdin.write(numbered(first + n))) await once(tool.stdin, 'drain');
  tool.stdin.end();
  const [code] = (await once(tool, 'close')) as [number];
  if (code !== 0) throw new Error(`ffmpeg ended with code ${code}`);
  return out;
}

/** The number that pixels of such a picture say. @param rgba four values a pixel */
export function numberIn(rgba: ArrayLike<number>, wide: number): number {
  let n = 0;
  for (let bit = 0; bit < bits; bit++) {
    const x = Math.round(((bit * blockWidth + 15) * wide) / width);
    const y = Math.round((90 * wide) / width);
    if (rgba[4 * (y * wide + x)]! > 128) n |= 1 << bit;
  }
  return n;
}

/** Encoder of most of them. */
export const x264 = ['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-bf', '3', '-g', '50'];

/** Sends a video, and waits for its copy. */
export async function footage(page: Page, path: string): Promise<{ sha256: string; times: number[] }> {
  const file = { name: 'video', mimeType: 'video/mp4', buffer: await readFile(path) };
  const response = await page.request.post('/api/footage', { multipart: { file } });
  expect(response.status()).toBe(201);
  const { sha256 } = (await response.json()) as { sha256: string };
  const status = async () =>
    (await page.request.get(`/api/footage/${sha256}`)).json() as Promise<{
      state: string;
      info: { times: number[] };
    }>;
  await expect.poll(async () => (await status()).state, { timeout: 60_000 }).toBe('ready');
  return { sha256, times: (await status()).info.times };
}
