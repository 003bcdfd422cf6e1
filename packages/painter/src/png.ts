import type { Texture } from '@cyclogram/core';
import { decode, encode } from 'fast-png';

/**
 * Reads a PNG file: the same pixels wherever it is read, for no colour management comes in between.
 * @throws Error when it cannot be read
 */
export function readPng(file: Uint8Array): Texture {
  const { width, height, channels, depth, data, palette, transparency } = decode(file);
  const count = width * height;
  const rgba = new Uint8ClampedArray(4 * count);
  if (palette) {
    if (depth !== 8) throw new Error('PNG files of fewer than 256 colours are not read');
    for (let n = 0; n < count; n++) {
      const [red = 0, green = 0, blue = 0, alpha = 255] = palette[data[n]!] ?? [];
      rgba.set([red, green, blue, alpha], 4 * n);
    }
    return { width, height, rgba };
  }
  if (transparency?.length) throw new Error('PNG files in which one colour is clear are not read');
  // Of 16 bits the higher ones.
  const value = depth === 16 ? (at: number) => data[at]! >> 8 : (at: number) => data[at]!;
  if (channels === 4 && depth === 8) rgba.set(data as Uint8Array);
  else {
    for (let n = 0; n < count; n++) {
      const from = n * channels;
      const isGrey = channels < 3;
      rgba[4 * n] = value(from);
      rgba[4 * n + 1] = value(isGrey ? from : from + 1);
      rgba[4 * n + 2] = value(isGrey ? from : from + 2);
      rgba[4 * n + 3] = channels === 2 ? value(from + 1) : channels === 4 ? value(from + 3) : 255;
    }
  }
  return { width, height, rgba };
}

/** An image as a PNG file. */
export const writePng = ({ width, height, rgba }: Texture): Uint8Array =>
  encode({ width, height, data: rgba, channels: 4, depth: 8 });
