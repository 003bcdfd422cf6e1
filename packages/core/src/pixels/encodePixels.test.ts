import { describe, expect, it } from 'vitest';
import { pixelsOf } from '../picture/footage/planes';
import { encodePixels } from './encodePixels';

const filled = (width: number, height: number, color: readonly number[]) =>
  Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => color[i % 4]!);

/** E'Y, E'Cb and E'Cr by the equations of ITU-R BT.709-6, 3.2 and 3.3, from values of 0 to 255. */
function equations([red, green, blue]: readonly number[]): [number, number, number] {
  const [r, g, b] = [red! / 255, green! / 255, blue! / 255];
  const y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return [y, (b - y) / 1.8556, (r - y) / 1.5748];
}

const colors = [
  [0, 0, 0],
  [255, 255, 255],
  [255, 0, 0],
  [0, 255, 0],
  [0, 0, 255],
  [200, 60, 40],
  [18, 52, 86],
  [254, 1, 128],
] as const;

describe('planes of pixels', () => {
  it.each(colors)(
    '4:2:0 of %d %d %d is that of BT.709 (3.4: 219 and 224 steps) to half a step',
    (...color) => {
      const planes = encodePixels(filled(6, 4, [...color, 255]), 6, 4, 'yuv420p');
      expect(planes).toHaveLength(36);
      const [y, cb, cr] = equations(color);
      for (const value of planes.slice(0, 24)) expect(Math.abs(value - (16 + 219 * y))).toBeLessThan(0.51);
      for (const value of planes.slice(24, 30)) expect(Math.abs(value - (128 + 224 * cb))).toBeLessThan(0.51);
      for (const value of planes.slice(30)) expect(Math.abs(value - (128 + 224 * cr))).toBeLessThan(0.51);
    },
  );

  it.each(colors)('4:4:4 of %d %d %d with 10 bits, too, whatever their number', (...color) => {
    const planes = encodePixels(filled(3, 3, [...color, 128]), 3, 3, 'yuva444p10');
    const words = new Uint16Array(planes.slice().buffer);
    expect(words).toHaveLength(36);
    const [y, cb, cr] = equations(color);
    const expected = [64 + 876 * y, 512 + 896 * cb, 512 + 896 * cr, (1023 * 128) / 255];
    words.forEach((value, i) => expect(Math.abs(value - expected[Math.floor(i / 9)]!)).toBeLessThan(0.52));
  });

  it('come back as the pixels they were, where colours change slowly', () => {
    const [width, height] = [64, 32];
    const pixels = Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => {
      const [x, y] = [(i >> 2) % width, Math.floor((i >> 2) / width)];
      return [60 + 2 * x, 200 - 3 * y, 90 + x + y, 255][i % 4]!;
    });
    const data = encodePixels(pixels, width, height, 'yuv420p').slice();
    const size = width * height;
    const color = { stride: width / 2, offset: size };
    const back = pixelsOf({
      ...{ data, width, height, luma: { offset: 0, stride: width }, alpha: false },
      ...{ blue: color, red: { ...color, offset: size + size / 4 } },
    });
    for (let i = 0; i < back.length; i++) expect(Math.abs(back[i]! - pixels[i]!)).toBeLessThanOrEqual(4);
  });

  it('are dithered where brightness changes slowly: on average finer than a step', () => {
    const [width, height] = [256, 64];
    const grey = (x: number) => 40 + Math.floor(x / 8);
    const pixels = Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) =>
      i % 4 === 3 ? 255 : grey((i >> 2) % width),
    );
    const planes = encodePixels(pixels, width, height, 'yuv420p');
    let worst = 0;
    // The middle of each plateau, as far from its ends as the pattern is wide.
    for (let plateau = 2; plateau < 30; plateau++) {
      let sum = 0;
      for (let x = 8 * plateau; x < 8 * plateau + 8; x++)
        for (let y = 0; y < height; y++) sum += planes[y * width + x]!;
      const mean = sum / (8 * height);
      worst = Math.max(worst, Math.abs(mean - (16 + (219 * grey(8 * plateau)) / 255)));
    }
    expect(worst).toBeLessThan(0.05);
    const [first] = encodePixels(filled(64, 2, [40, 40, 40, 255]), 64, 2, 'yuv420p');
    expect(encodePixels(filled(64, 2, [40, 40, 40, 255]), 64, 2, 'yuv420p').slice(0, 128)).toEqual(
      new Uint8Array(128).fill(first!),
    );
  });

  it('of colour stand on every other column, between two rows', () => {
    // One red column on black: at an even place it counts by half, at an odd one by a quarter on both sides.
    const column = (at: number) => {
      const pixels = filled(12, 2, [0, 0, 0, 255]);
      for (const y of [0, 1]) pixels[4 * (12 * y + at)] = 255;
      return Array.from(encodePixels(pixels, 12, 2, 'yuv420p').slice(24 + 6, 24 + 12), (v) => v - 128);
    };
    expect(column(4)).toEqual([0, 0, 56, 0, 0, 0]);
    expect(column(5)).toEqual([0, 0, 28, 28, 0, 0]);
  });

  it('have no dark colour where they are clear', () => {
    const pixels = filled(8, 4, [0, 0, 0, 0]);
    for (const x of [2, 3]) pixels.set([255, 255, 255, 128], 4 * (8 + x));
    const planes = encodePixels(pixels, 8, 4, 'yuva420p');
    expect(planes.slice(8, 32)).toEqual(new Uint8Array(24).fill(235));
    expect(Array.from(planes.slice(48 + 8, 48 + 16))).toEqual([0, 0, 128, 128, 0, 0, 0, 0]);
  });

  it('of 4:2:0 with an odd side are refused', () => {
    expect(() => encodePixels(filled(3, 2, [0, 0, 0, 255]), 3, 2, 'yuv420p')).toThrow(RangeError);
  });
});
