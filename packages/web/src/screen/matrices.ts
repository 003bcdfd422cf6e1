import { multiply, placeMatrix, type Film, type Layer, type Matrix } from '@cyclogram/core';

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** What the path of a layer goes through until it is in the picture: the places of all groups around it. */
export function matrixAround(film: Pick<Film, 'layers' | 'width' | 'height'>, layer: Layer): Matrix {
  let matrix = identity;
  let at = film.layers.find(({ id }) => id === layer.group);
  for (let depth = 0; at && depth < 32; depth++) {
    if (at.kind === 'group') matrix = multiply(placeMatrix(at, film.width, film.height), matrix);
    const { group } = at;
    at = film.layers.find(({ id }) => id === group);
  }
  return matrix;
}
