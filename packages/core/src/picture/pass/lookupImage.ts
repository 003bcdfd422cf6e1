import { exact } from '../../contract';
import type { Lookup } from './lookup';

/**
 * A table of colours as pixels of an opaque image, so that it is stored and sent as images are: a row for each
 * step of blue, above the upper halves of 16 bits, below the lower ones.
 */
export function imageOfLookup({ size, colors }: Lookup): {
  width: number;
  height: number;
  rgba: Uint8ClampedArray<ArrayBuffer>;
} {
  const [width, rows] = [size * size, size];
  const rgba = new Uint8ClampedArray(4 * width * 2 * rows).fill(255);
  for (let i = 0; i < exact.pow(size, 3); i++) {
    for (let channel = 0; channel < 3; channel++) {
      const value = Math.round(colors[3 * i + channel]! * 65535);
      rgba[4 * i + channel] = value >> 8;
      rgba[4 * (width * rows + i) + channel] = value & 255;
    }
  }
  return { width, height: 2 * rows, rgba };
}

/** The table that an image holds; undefined where it holds none. */
export function lookupOfImage(width: number, height: number, rgba: ArrayLike<number>): Lookup | undefined {
  const size = height / 2;
  if (size < 2 || width !== size * size) return undefined;
  const count = exact.pow(size, 3);
  const colors = new Float32Array(3 * count);
  for (let i = 0; i < count; i++)
    for (let channel = 0; channel < 3; channel++)
      colors[3 * i + channel] = (rgba[4 * i + channel]! * 256 + rgba[4 * (count + i) + channel]!) / 65535;
  return { size, colors };
}
