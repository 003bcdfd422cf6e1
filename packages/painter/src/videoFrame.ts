import { pixelsOf, type Planes } from '@cyclogram/core';
import type { PaintImage } from './images';

/** A decoded frame of a video as an image: by our own conversion, so that it is the same wherever it was decoded. */
export function imageOfPlanes(planes: Planes): PaintImage {
  const { width, height, alpha } = planes;
  return { width, height, rgba: pixelsOf(planes).slice(), opaque: !alpha };
}
