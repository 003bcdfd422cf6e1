import type { PaintContext, PaintImage, Surface } from '@cyclogram/painter';
import { openFootage } from './openFootage';

/** Reads frames of footage by themselves, for comparing them with what the server reads. */

const createSurface = (width: number, height: number): Surface => {
  const image = new OffscreenCanvas(width, height);
  const context = image.getContext('2d', { willReadFrequently: true }) as unknown as PaintContext;
  return { image, context };
};

function pixelsOf({ image, width, height }: PaintImage): Uint8ClampedArray {
  const { context } = createSurface(width, height);
  context.drawImage(image, 0, 0);
  return context.getImageData(0, 0, width, height).data;
}

/** For each frame that is asked for, in this order: what is made of its pixels. */
export async function readFrames<T>(
  address: string,
  indices: readonly number[],
  look: (pixels: Uint8ClampedArray, width: number) => T,
): Promise<T[]> {
  const reader = await openFootage(address, createSurface);
  const all: T[] = [];
  for (const index of indices) {
    const image = reader.ready?.(index) ?? (await reader.frame(index));
    all.push(look(pixelsOf(image), image.width));
  }
  reader.close();
  return all;
}
