import { scaleFigure, transformShape, type Film } from '@cyclogram/core';

/** Share of the picture that stays free around a framed figure. */
const margin = 0.03;

/**
 * Scales and moves a figure so that what it draws just fits the picture.
 * @param box what it draws now: left, top, right, bottom
 */
export function frameToContent(
  film: Film,
  layerId: string,
  box: readonly [number, number, number, number],
): void {
  const layer = film.layers.find(({ id }) => id === layerId);
  const path = layer?.kind === 'figure' ? film.paths.find(({ id }) => id === layer.path) : undefined;
  const [left, top, right, bottom] = box;
  if (layer?.kind !== 'figure' || !path || right <= left || bottom <= top) return;
  const room = 1 - 2 * margin;
  const scale = Math.min((room * film.width) / (right - left), (room * film.height) / (bottom - top));
  const [pivotX, pivotY] = [(left + right) / 2, (top + bottom) / 2];
  const [moveX, moveY] = [film.width / 2 - pivotX, film.height / 2 - pivotY];
  path.shape = transformShape(path.shape, { pivotX, pivotY, scale, moveX, moveY });
  layer.figure = scaleFigure(layer.figure, scale);
}
