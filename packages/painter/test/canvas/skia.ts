import { createCanvas, type Canvas } from '@napi-rs/canvas';
import type { Texture } from '@cyclogram/core';
import type { CreateSurface, PaintContext, PaintImage } from './context';

/** A canvas of Skia's, on the processor. */
export function createSkiaSurface(width: number, height: number): { image: Canvas; context: PaintContext } {
  const image = createCanvas(width, height);
  return { image, context: image.getContext('2d') as unknown as PaintContext };
}

export const createSurface: CreateSurface = createSkiaSurface;

/** An image as a canvas draws it. */
export function canvasImage({ width, height, rgba }: Texture): PaintImage {
  const { image, context } = createSkiaSurface(width, height);
  const pixels = context.createImageData(width, height);
  pixels.data.set(rgba);
  context.putImageData(pixels, 0, 0);
  return { image, width, height };
}
