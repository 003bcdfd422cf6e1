import { encodeAt, type PixelForm } from '../encodePixels';
import { passEngine, passMemory } from '../passEngine';
import type { Surface } from './surface';

/**
 * Pixels of a surface as a canvas or a PNG takes them: not multiplied by opacity. Good until memory is used again.
 * @param opaque whether all of it is known to be
 */
export function straightPixels(surface: Surface, opaque: boolean): Uint8ClampedArray<ArrayBuffer> {
  const { bytes } = surface;
  if (!opaque) passEngine().divideAlpha(surface.pixels, surface.pixels, surface.count);
  return bytes;
}

/** A surface in the form that an encoder takes: see encodePixels. Good until memory is used again. */
export function encodeSurface(surface: Surface, form: PixelForm, opaque: boolean): Uint8Array {
  const { width, height, pixels } = surface;
  if (form === 'rgba') {
    straightPixels(surface, opaque);
    return new Uint8Array(passMemory().memory.buffer, pixels, 4 * width * height);
  }
  // Passes that are left and planes in one go, some rows at a time, while they are in the processor's cache.
  const left = surface.takeLeft();
  return encodeAt(pixels, width, height, form, left?.free ?? passMemory().end, (first, end) => {
    left?.run(first, end);
    if (opaque) return;
    const rows = pixels + 4 * width * first;
    passEngine().divideAlpha(rows, rows, width * (end - first));
  });
}
