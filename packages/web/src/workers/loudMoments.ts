import type { LevelTable } from '@cyclogram/core';

/** Moments by loudness, of the tables that are in use: every thumbnail and every frame fitted asks for them. */
const known = new WeakMap<LevelTable, number[]>();

/** So many are kept. */
export const mostMoments = 160;

/**
 * Times at which the levels of an ear are highest in sum, loudest first; without an ear only the start.
 * @param most at most {@link mostMoments}
 */
export function loudMoments(table: LevelTable | undefined, most: number): number[] {
  if (!table || table.bands === 0) return [0];
  let moments = known.get(table);
  if (!moments) known.set(table, (moments = findMoments(table)));
  return moments.slice(0, most);
}

function findMoments({ bands, levels, rate, first }: LevelTable): number[] {
  const sums = Float32Array.from({ length: levels.length / bands }, (_, moment) => {
    let sum = 0;
    for (let band = 0; band < bands; band++) sum += levels[moment * bands + band]!;
    return sum;
  });
  return Array.from(sums.keys())
    .sort((a, b) => sums[b]! - sums[a]!)
    .slice(0, mostMoments)
    .map((moment) => (first + moment) / rate);
}
