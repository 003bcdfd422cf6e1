import { multiply, placeMatrix, type Film, type Layer, type Matrix } from '@cyclogram/core';

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** What a layer goes through until it is in the picture: the places of all groups around it. */
export function matrixAround(film: Pick<Film, 'layers' | 'width' | 'height'>, layer: Layer): Matrix {
  let matrix = identity;
  let at = film.layers.find(({ id }) => id === layer.group);
  for (let depth = 0; at && depth < 32; depth++) {
    matrix = multiply(placeMatrix(at.place, film), matrix);
    const { group } = at;
    at = film.layers.find(({ id }) => id === group);
  }
  return matrix;
}

/** What is in a layer goes through until it is in the picture: its own place, too. */
export const matrixWithin = (film: Pick<Film, 'layers' | 'width' | 'height'>, layer: Layer): Matrix =>
  multiply(matrixAround(film, layer), placeMatrix(layer.place, film));
