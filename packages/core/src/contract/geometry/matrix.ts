import * as exact from '../math/math';

/** a, b, c, d, e, f: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

/** The matrix that goes through `inner` first, then through `outer`. */
export const multiply = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  ...([a * g + c * h, b * g + d * h, a * i + c * j, b * i + d * j] as const),
  ...([a * k + c * l + e, b * k + d * l + f] as const),
];

export const applyMatrix = ([a, b, c, d, e, f]: Matrix, x: number, y: number): [number, number] => [
  a * x + c * y + e,
  b * x + d * y + f,
];

/** Undoes a matrix that does not scale to nothing. */
export function invertMatrix([a, b, c, d, e, f]: Matrix): Matrix {
  const size = a * d - b * c;
  return [d / size, -b / size, -c / size, a / size, (c * f - d * e) / size, (b * e - a * f) / size];
}

/** Turns by an angle in radians around a centre, clockwise on the screen. */
export function turnMatrix(angle: number, x: number, y: number): Matrix {
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y];
}

/** Mirrors across a line through a centre; the angle is that of the line from the top, clockwise, in radians. */
export function mirrorMatrix(angle: number, x: number, y: number): Matrix {
  // The line has the direction (sin, -cos); mirroring keeps it and turns what is across over.
  const [a, b] = [-exact.cos(2 * angle), -exact.sin(2 * angle)];
  return [a, b, b, -a, x - a * x - b * y, y - b * x + a * y];
}
