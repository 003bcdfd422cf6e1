import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { paintFrame, storedFrames, type StoredFrame } from './frames';

/**
 * Frames of stored films stay as they were drawn. `FRAMES=write` keeps them anew, after a change
 * that is meant to be seen.
 */
interface Kept {
  hash: string;
  /** Mean colours of a grid of parts of the frame, in base64. */
  means: string;
}

const file = new URL('kept.json', import.meta.url);
const kept = (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {}) as Record<string, Kept>;
const writing = process.env['FRAMES'] === 'write';

const columns = 24;
const rows = 14;

/** Mean colours of `columns` x `rows` parts of a frame, 3 bytes each. */
function meansOf(pixels: Uint8ClampedArray, { width, height }: StoredFrame): Buffer {
  const means = Buffer.alloc(3 * columns * rows);
  const edge = (index: number, count: number, size: number) => Math.floor((index * size) / count);
  for (let part = 0; part < columns * rows; part++) {
    const [column, row] = [part % columns, Math.floor(part / columns)];
    const [top, bottom] = [edge(row, rows, height), edge(row + 1, rows, height)];
    const [left, right] = [edge(column, columns, width), edge(column + 1, columns, width)];
    for (let channel = 0; channel < 3; channel++) {
      let sum = 0;
      for (let y = top; y < bottom; y++)
        for (let x = left; x < right; x++) sum += pixels[4 * (y * width + x) + channel]!;
      means[3 * part + channel] = Math.round(sum / ((bottom - top) * (right - left)));
    }
  }
  return means;
}

describe('frames of stored films', () => {
  it.each(storedFrames().map((frame) => [frame.name, frame] as const))('%s', (name, frame) => {
    const pixels = paintFrame(frame);
    const hash = createHash('sha256').update(pixels).digest('hex').slice(0, 16);
    if (writing) {
      kept[name] = { hash, means: meansOf(pixels, frame).toString('base64') };
      writeFileSync(file, `${JSON.stringify(kept, null, 2)}\n`);
    }
    if (hash === kept[name]!.hash) return;
    // Another processor may round a value the other way, which no mean shows.
    const means = meansOf(pixels, frame);
    const before = Buffer.from(kept[name]!.means, 'base64');
    expect(Math.max(...means.map((value, i) => Math.abs(value - before[i]!)))).toBeLessThanOrEqual(1);
  });
});
