import type { CreateSurface, PaintContext } from '@cyclogram/painter';
import { createCanvas, type Canvas, type SKRSContext2D } from '@napi-rs/canvas';

export interface SkiaSurface {
  image: Canvas;
  context: PaintContext;
  skia: SKRSContext2D;
}

/** A canvas of Skia's, on the processor. */
export function createSkiaSurface(width: number, height: number): SkiaSurface {
  const image = createCanvas(width, height);
  const skia = image.getContext('2d');
  return { image, skia, context: skia as unknown as PaintContext };
}

export const createSurface: CreateSurface = createSkiaSurface;
