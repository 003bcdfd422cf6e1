import { openFootage } from './openFootage';

/** Reads frames of footage by themselves, for comparing them with what the server reads. */

/** For each frame that is asked for, in this order: what is made of its pixels. */
export async function readFrames<T>(
  address: string,
  indices: readonly number[],
  look: (pixels: Uint8ClampedArray | Uint8Array, width: number) => T,
): Promise<T[]> {
  const reader = await openFootage(address);
  const all: T[] = [];
  for (const index of indices) {
    const image = reader.ready?.(index) ?? (await reader.frame(index));
    all.push(look(image.rgba, image.width));
  }
  reader.close();
  return all;
}
