import { pixelsOf, straightPixels, type Surface } from '@cyclogram/core';
import type { StoredFrame } from './frameStore';

/** Puts a surface on a canvas of its size. @param opaque whether all of it is known to be */
export function showSurface(
  context: OffscreenCanvasRenderingContext2D,
  surface: Surface,
  opaque: boolean,
): void {
  const { width, height } = surface;
  context.putImageData(new ImageData(straightPixels(surface, opaque), width, height), 0, 0);
}

/** Puts a frame on a canvas of its size. */
export function showFrame(
  context: OffscreenCanvasRenderingContext2D,
  { width, height, form, pixels }: StoredFrame,
): void {
  const rgba =
    form === 'rgba' ? new Uint8ClampedArray(pixels) : planesAsPixels(new Uint8Array(pixels), width, height);
  context.putImageData(new ImageData(rgba, width, height), 0, 0);
}

/** Planes of 4:2:0 one after another. */
function planesAsPixels(data: Uint8Array, width: number, height: number): Uint8ClampedArray<ArrayBuffer> {
  const [brightness, stride] = [width * height, width / 2];
  return pixelsOf({
    ...{ data, width, height },
    luma: { offset: 0, stride: width },
    blue: { offset: brightness, stride },
    red: { offset: brightness + stride * (height / 2), stride },
    alpha: false,
  });
}
