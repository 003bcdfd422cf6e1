import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { paintFrame, storedFrames } from './frames';

/**
 * Frames of stored films stay as they were drawn. `FRAMES=write` keeps their hashes anew, after
 * a change that is meant to be seen; with a folder in `FRAMES_IN`, their pixels are kept and compared there.
 */
const hashesFile = new URL('hashes.json', import.meta.url);
const hashes = (existsSync(hashesFile) ? JSON.parse(readFileSync(hashesFile, 'utf8')) : {}) as Record<
  string,
  string
>;
const pixelFolder = process.env['FRAMES_IN'];
const writing = process.env['FRAMES'] === 'write';

/** The largest difference of two frames, and in how many values they differ. */
function difference(a: Buffer, b: Buffer): { most: number; values: number } {
  let [most, values] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    const by = Math.abs(a[i]! - b[i]!);
    if (by > 0) values++;
    most = Math.max(most, by);
  }
  return { most, values };
}

describe('frames of stored films', () => {
  it.each(storedFrames().map((frame) => [frame.name, frame] as const))('%s', (name, frame) => {
    const pixels = paintFrame(frame);
    if (pixelFolder) {
      mkdirSync(pixelFolder, { recursive: true });
      const file = join(pixelFolder, `${name.replace(/[^a-z0-9]+/gi, '-')}.gz`);
      if (!existsSync(file)) writeFileSync(file, gzipSync(pixels));
      else {
        const found = difference(pixels, gunzipSync(readFileSync(file)));
        expect(found.most <= 1 ? { most: 0, values: 0 } : found).toEqual({ most: 0, values: 0 });
        if (found.values > 0) console.log(name, found);
        return;
      }
    }
    const hash = createHash('sha256').update(pixels).digest('hex').slice(0, 16);
    if (writing) {
      hashes[name] = hash;
      writeFileSync(hashesFile, `${JSON.stringify(hashes, null, 2)}\n`);
    }
    expect(hash).toBe(hashes[name]);
  });
});
