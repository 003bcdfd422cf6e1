import {
  defaultEar,
  defaultLayer,
  defaultPath,
  type FigureLayer,
  type Film,
  type FilmPath,
} from '@cyclogram/core';
import { newId } from '../editor/newId';
import { addPath } from './layerChanges';

/** Figures for tests. */

/** Adds a layer in front, and gives its id back. A path of its own comes with it, and an ear where there is none. */
export function addFigure(
  film: Film,
  part: Partial<FigureLayer> = {},
  path: FilmPath = defaultPath('circle', '', '', film),
): string {
  if (film.ears.length === 0) film.ears.push(defaultEar(newId('ear')));
  const id = newId('layer');
  const name = part.name ?? 'Ring of bars';
  const pathId = addPath(film, name, path);
  film.layers.push({ ...defaultLayer(id, film.ears[0]!.id, pathId, film, name), ...part, id, path: pathId });
  return id;
}
