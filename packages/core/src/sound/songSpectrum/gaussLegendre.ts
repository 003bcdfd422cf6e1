import { exact } from '../../contract';

/** Places and weights of a quadrature over -1..1. */
export interface Quadrature {
  nodes: number[];
  weights: number[];
}

/** A Legendre polynomial and its derivative at x, by their recurrences. */
function legendre(degree: number, x: number): [number, number] {
  let [before, value] = [1, x];
  for (let n = 2; n <= degree; n++) {
    [before, value] = [value, ((2 * n - 1) * x * value - (n - 1) * before) / n];
  }
  return [value, (degree * (before - x * value)) / (1 - x * x)];
}

const known = new Map<number, Quadrature>();

/**
 * Gauss's quadrature: `count` places that integrate polynomials of degree 2 count - 1 without error. The places are the
 * zeros of a Legendre polynomial, found by Newton's method.
 *
 * Source: Abramowitz and Stegun, Handbook of Mathematical Functions, 25.4.29.
 */
export function gaussLegendre(count: number): Quadrature {
  const found = known.get(count);
  if (found) return found;
  const nodes = Array.from({ length: count }, (_, i) => {
    let x = -exact.cos((Math.PI * (i + 0.75)) / (count + 0.5));
    for (let round = 0; round < 8; round++) {
      const [value, slope] = legendre(count, x);
      x -= value / slope;
    }
    return x;
  });
  const weights = nodes.map((x) => 2 / ((1 - x * x) * exact.square(legendre(count, x)[1])));
  const quadrature = { nodes, weights };
  known.set(count, quadrature);
  return quadrature;
}
