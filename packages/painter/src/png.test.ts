import { createCanvas } from '@napi-rs/canvas';
import { execFileSync } from 'node:child_process';
import { describe, expect, it } from 'vitest';
import { imageOf } from '../test/paintPixels';
import { readPng, writePng } from './png';

/** A PNG file of another kind, by ffmpeg. */
const madeAs = (format: string) =>
  new Uint8Array(
    execFileSync('ffmpeg', [
      ...['-v', 'error', '-f', 'lavfi', '-i', 'color=0x4080c0:s=8x4', '-frames:v', '1'],
      ...['-pix_fmt', format, '-f', 'image2pipe', '-c:v', 'png', 'pipe:1'],
    ]),
  );

describe('PNG files', () => {
  const image = imageOf(13, 7, (x, y) => [x * 19, y * 36, (x * y * 3) % 256, 255 - 11 * x]);

  it('are read as they were written, colours of what is nearly clear too', () => {
    const { width, height, rgba } = readPng(writePng(image));
    expect([width, height]).toEqual([13, 7]);
    expect([...rgba]).toEqual([...image.rgba]);
  });

  it('of Skia are read, and those of ours are read by ffmpeg', () => {
    const canvas = createCanvas(5, 3);
    const context = canvas.getContext('2d');
    context.fillStyle = '#e8b04a';
    context.fillRect(0, 0, 5, 3);
    const { rgba } = readPng(canvas.toBuffer('image/png'));
    expect([...rgba.slice(0, 4)]).toEqual([0xe8, 0xb0, 0x4a, 255]);
    const raw = execFileSync(
      'ffmpeg',
      ['-v', 'error', '-f', 'image2pipe', '-i', 'pipe:0', '-f', 'rawvideo', '-pix_fmt', 'rgba', 'pipe:1'],
      { input: writePng(image) },
    );
    expect([...raw]).toEqual([...image.rgba]);
  });

  it.each(['rgb24', 'gray', 'rgba', 'ya8', 'rgb48be', 'gray16be', 'pal8'])(
    'of kind %s are read',
    (format) => {
      const { width, height, rgba } = readPng(madeAs(format));
      expect([width, height, rgba.length]).toEqual([8, 4, 128]);
      expect(rgba[3]).toBe(255);
      const isGrey = /gray|ya/.test(format);
      if (isGrey) expect(rgba[0]).toBe(rgba[2]);
      else
        [0x40, 0x80, 0xc0].forEach((value, i) =>
          expect(Math.abs(rgba[i]! - value)).toBeLessThanOrEqual(format === 'pal8' ? 32 : 8),
        );
    },
  );

  it('that are none are refused', () => {
    expect(() => readPng(Uint8Array.of(1, 2, 3, 4))).toThrow();
  });
});
