import { pixelsOf, type Planes } from '@cyclogram/core';
import type { CreateSurface, PaintImage } from './context';

/** A decoded frame of a video as an image: by our own conversion, so that it is the same wherever it was decoded. */
export function imageOfPlanes(createSurface: CreateSurface, planes: Planes): PaintImage {
  const { width, height } = planes;
  const { image, context } = createSurface(width, height);
  const pixels = context.createImageData(width, height);
  pixels.data.set(pixelsOf(planes));
  context.putImageData(pixels, 0, 0);
  return { image, width, height };
}
