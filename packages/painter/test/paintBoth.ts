import type { Picture, Texture } from '@cyclogram/core';
import { Painter } from '../src/painter';
import { CanvasPainter } from './canvas/canvasPainter';
import { canvasImage, createSkiaSurface, createSurface } from './canvas/skia';
import type { Frame } from './compareFrames';

export type Images = ReadonlyMap<string, Texture>;

/** A picture by the painter. */
export function painted(
  picture: Picture,
  width: number,
  height: number,
  images: Images = new Map(),
  painter = new Painter(),
): Frame {
  painter.images = images;
  return painter.paint(picture, width, height, (surface) => ({ width, height, rgba: surface.bytes.slice() }));
}

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
