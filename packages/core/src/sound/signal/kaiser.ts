import { exact } from '../../contract';

/**
 * Kaiser's window and what it takes to damp what is not wanted.
 *
 * Source: J. F. Kaiser's design formulas as given in Oppenheim and Schafer,
 * Discrete-Time Signal Processing, section 7.5 (from memory).
 */

/** Modified Bessel function of the first kind, order zero, by its power series. */
export function bessel0(x: number): number {
  let term = 1;
  let sum = 1;
  for (let k = 1; term > 1e-12 * sum; k++) {
    term *= exact.square(x / (2 * k));
    sum += term;
  }
  return sum;
}

/** Shape parameter for a damping of more than 50 dB. */
export const kaiserBeta = (dampingDb: number): number => 0.1102 * (dampingDb - 8.7);

/** Order of a filter, one less than its taps, that is damping so much. @param transition in radians per sample */
export const kaiserOrder = (dampingDb: number, transition: number): number =>
  (dampingDb - 7.95) / (2.285 * transition);

/** The window at `x` of -1..1, with 1 in the middle; nothing beyond. */
export const kaiser = (x: number, beta: number): number =>
  Math.abs(x) > 1 ? 0 : bessel0(beta * Math.sqrt(1 - x * x)) / bessel0(beta);

/** sin(pi x) / (pi x) */
export const sinc = (x: number): number => (x === 0 ? 1 : exact.sin(Math.PI * x) / (Math.PI * x));
