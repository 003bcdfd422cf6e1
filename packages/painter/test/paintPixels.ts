import { straightPixels, type Picture, type Texture } from '@cyclogram/core';
import { Painter } from '../src/painter';

/** The pixels of a picture: four values each, not multiplied by opacity. */
export const paintPixels = (
  picture: Picture,
  width = picture.width,
  height = picture.height,
  painter = new Painter(),
): Uint8ClampedArray =>
  painter.paint(picture, width, height, (surface) => straightPixels(surface, false).slice());

/** An image of one colour, or of what is said of each pixel: red, green, blue and opacity. */
export const imageOf = (
  width: number,
  height: number,
  colorAt: (x: number, y: number) => readonly number[],
): Texture => ({
  width,
  height,
  rgba: Uint8ClampedArray.from({ length: 4 * width * height }, (_, i) => {
    const pixel = i >> 2;
    return colorAt(pixel % width, Math.floor(pixel / width))[i % 4]!;
  }),
});
