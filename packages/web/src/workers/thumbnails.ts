import type { Box, Film, Matrix } from '@cyclogram/core';

/** How figures are made to be recognised in little pictures. */

/** How often what is small is laid over itself at most: each time what is faint is about twice as strong. */
const maxPasses = 6;
/** Mean opacity, 0 to 255, of drawn pixels that can be seen well. */
const visible = 150;

/** Thin lines are faint when they are small: laid over themselves they can be seen. */
export function lift(context: OffscreenCanvasRenderingContext2D): void {
  const { canvas } = context;
  context.setTransform(1, 0, 0, 1, 0, 0);
  for (let i = 0; i < maxPasses; i++) {
    if (strength(context.getImageData(0, 0, canvas.width, canvas.height).data) >= visible) return;
    context.drawImage(canvas, 0, 0);
  }
}

/** Mean opacity, 0 to 255, of the pixels that anything is drawn on; of none it is enough. @param data RGBA */
export function strength(data: Uint8ClampedArray): number {
  let [sum, count] = [0, 0];
  for (let i = 3; i < data.length; i += 4) {
    if (data[i]! < 4) continue;
    sum += data[i]!;
    count++;
  }
  return count > 0 ? sum / count : Infinity;
}

/** How much closer than the whole picture a sign comes at most, and what stays free around it. */
const closest = 6;
const margin = 0.06;

/** From picture units to pixels of a sign in which the box fills what there is. */
export function closeUp(
  box: Box,
  film: Pick<Film, 'width' | 'height'>,
  width: number,
  height: number,
): Matrix {
  const whole = Math.min(width / film.width, height / film.height);
  // What lies outside of the picture is not seen in it, either.
  const [left, top] = [Math.max(box[0], 0), Math.max(box[1], 0)];
  const [right, bottom] = [Math.min(box[2], film.width), Math.min(box[3], film.height)];
  if (!(right > left && bottom > top)) return [whole, 0, 0, whole, 0, 0];
  const free = 1 - 2 * margin;
  const fills = Math.min((free * width) / (right - left), (free * height) / (bottom - top));
  const scale = Math.min(fills, closest * whole);
  return [
    ...([scale, 0, 0, scale] as const),
    width / 2 - (scale * (left + right)) / 2,
    height / 2 - (scale * (top + bottom)) / 2,
  ];
}
