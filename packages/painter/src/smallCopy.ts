import type { Texture } from '@cyclogram/core';
import type { CreateSurface } from './context';

/** Longest side of a small copy, in pixels. */
const longestSide = 128;

/** A small copy of an image, as pixels. */
export function smallCopy(
  createSurface: CreateSurface,
  image: unknown,
  size: { width: number; height: number },
): Texture {
  const scale = Math.min(1, longestSide / Math.max(size.width, size.height));
  const [width, height] = [size.width, size.height].map((side) => Math.max(1, Math.round(side * scale))) as [
    number,
    number,
  ];
  const { context } = createSurface(width, height);
  context.drawImage(image, 0, 0, width, height);
  return { width, height, rgba: context.getImageData(0, 0, width, height).data };
}
