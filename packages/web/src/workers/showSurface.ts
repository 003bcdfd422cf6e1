import { straightPixels, type Surface } from '@cyclogram/core';

/** Puts a surface on a canvas of its size. @param opaque whether all of it is known to be */
export function showSurface(
  context: OffscreenCanvasRenderingContext2D,
  surface: Surface,
  opaque: boolean,
): void {
  const { width, height } = surface;
  context.putImageData(new ImageData(straightPixels(surface, opaque), width, height), 0, 0);
}
