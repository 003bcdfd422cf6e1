import type { Picture } from '@cyclogram/core';
import { CanvasPainter } from './canvas/canvasPainter';
import { canvasImage, createSkiaSurface, createSurface } from './canvas/skia';
import type { Frame } from './compareFrames';
import type { Images } from './painted';

export { painted, type Images } from './painted';

/** The same on a canvas of Skia's. */
export function paintedOnCanvas(
  picture: Picture,
  width: number,
  height: number,
  images: Images = new Map(),
): Frame {
  const { image, context } = createSkiaSurface(width, height);
  const painter = new CanvasPainter(createSurface);
  painter.images = new Map([...images].map(([id, one]) => [id, canvasImage(one)]));
  painter.paint(context, picture, width, height);
  return { width, height, rgba: new Uint8ClampedArray(image.data()) };
}

/** The same with every pixel the mean of 8 x 8: nearer to exact areas than a canvas is by itself. */
export function paintedFinely(
  picture: Picture,
  width: number,
  height: number,
  images: Images = new Map(),
  times = 8,
): Frame {
  const large = paintedOnCanvas(picture, times * width, times * height, images).rgba;
  const rgba = new Uint8ClampedArray(4 * width * height);
  const sums = new Float64Array(4 * width);
  for (let y = 0; y < height; y++) {
    sums.fill(0);
    for (let row = y * times; row < (y + 1) * times; row++)
      for (let x = 0; x < times * width; x++)
        for (let channel = 0; channel < 4; channel++)
          sums[4 * Math.floor(x / times) + channel]! += large[4 * (row * times * width + x) + channel]!;
    for (let i = 0; i < sums.length; i++) rgba[4 * y * width + i] = sums[i]! / times ** 2;
  }
  return { width, height, rgba };
}
