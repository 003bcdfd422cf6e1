import { placeMatrix, type Film, type Layer, type Matrix } from '@cyclogram/core';

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** The matrix that goes through `first`, then through `second`. */
const compose = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  ...([a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j] as const),
  ...([a * k + c * l + e, b * k + d * l + f] as const),
];

/** What the path of a layer goes through until it is in the picture: the places of all groups around it. */
export function matrixAround(film: Pick<Film, 'layers' | 'width' | 'height'>, layer: Layer): Matrix {
  let matrix = identity;
  let at = film.layers.find(({ id }) => id === layer.group);
  for (let depth = 0; at && depth < 32; depth++) {
    if (at.kind === 'group') matrix = compose(placeMatrix(at, film.width, film.height), matrix);
    const { group } = at;
    at = film.layers.find(({ id }) => id === group);
  }
  return matrix;
}

export const applyMatrix = ([a, b, c, d, e, f]: Matrix, x: number, y: number): [number, number] => [
  a * x + c * y + e,
  b * x + d * y + f,
];

/** Undoes a matrix; places do not scale to nothing, so there is always one. */
export function invertMatrix([a, b, c, d, e, f]: Matrix): Matrix {
  const size = a * d - b * c;
  return [d / size, -b / size, -c / size, a / size, (c * f - d * e) / size, (b * e - a * f) / size];
}
