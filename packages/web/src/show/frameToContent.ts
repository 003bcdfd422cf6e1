import { layerRegistry, scaleFigure, transformPath, type Film } from '@cyclogram/core';

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
  const figure = layerRegistry.as(
    'figure',
    film.layers.find(({ id }) => id === layerId),
  );
  const path = film.paths.find(({ id }) => id === figure?.path);
  const [left, top, right, bottom] = box;
  if (!figure || !path || right <= left || bottom <= top) return;
  const inner = 1 - 2 * margin;
  const scale = Math.min((inner * film.width) / (right - left), (inner * film.height) / (bottom - top));
  const pivot = { x: (left + right) / 2, y: (top + bottom) / 2 };
  const move = { x: film.width / 2 - pivot.x, y: film.height / 2 - pivot.y };
  Object.assign(path, transformPath(path, { pivot, scale, move }));
  figure.figure = scaleFigure(figure.figure, scale);
}
