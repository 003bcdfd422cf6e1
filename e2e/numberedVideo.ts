import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { folder } from './support';

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
