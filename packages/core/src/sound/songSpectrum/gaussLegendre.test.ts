import { describe, expect, it } from 'vitest';
import { gaussLegendre } from './gaussLegendre';

describe("Gauss's quadrature", () => {
  // Abramowitz and Stegun, Handbook of Mathematical Functions, table 25.4 (from memory): places from 0 up, and weights.
  it.each([
    [2, [0.577350269189626], [1]],
    [3, [0, 0.774596669241483], [0.888888888888889, 0.555555555555556]],
    [4, [0.339981043584856, 0.861136311594053], [0.652145154862546, 0.347854845137454]],
    [5, [0, 0.538469310105683, 0.906179845938664], [0.568888888888889, 0.478628670499366, 0.236926885056189]],
  ])('of %i places is that of the handbook', (count, nodes, weights) => {
    const found = gaussLegendre(count);
    const upper = found.nodes
      .map((position, i) => [position, found.weights[i]!])
      .filter(([position]) => position! > -1e-9);
    upper.forEach(([position, weight], i) => {
      expect(position).toBeCloseTo(nodes[i]!, 13);
      expect(weight).toBeCloseTo(weights[i]!, 13);
    });
    expect(upper).toHaveLength(nodes.length);
  });

  it.each([1, 2, 3, 6, 9, 20])('of %i places integrates all powers it should', (count) => {
    const { nodes, weights } = gaussLegendre(count);
    for (let power = 0; power < 2 * count; power++) {
      const sum = nodes.reduce((total, position, i) => total + weights[i]! * position ** power, 0);
      expect(sum).toBeCloseTo(power % 2 === 0 ? 2 / (power + 1) : 0, 12);
    }
  });
});
