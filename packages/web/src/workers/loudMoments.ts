import type { LevelTable } from '@cyclogram/core';

/** Moments by loudness, of the tables that are in use: every thumbnail and every frame fitted asks for them. */
const known = new WeakMap<LevelTable, number[]>();

/** So many are kept. */
export const maxMoments = 160;

/**
 * Times at which the levels of an ear are highest in sum, loudest first; without an ear only the start.
 * @param most at most {@link mostMoments}
 */
export function loudMoments(table: LevelTable | undefined, max: number): number[] {
  if (!table || table.bands === 0) return [0];
  let moments = known.get(table);
  if (!moments) known.set(table, (moments = findMoments(table)));
  return moments.slice(0, max);
}

/** Looked at, at most: painting waits meanwhile, and a picture that is nearly the loudest will do. */
const maxLooks = 20_000;
const maxBands = 64;

function findMoments({ bands, levels, rate, first }: LevelTable): number[] {
  const moments = levels.length / bands;
  const step = Math.ceil(moments / maxLooks);
  const bandStep = Math.ceil(bands / maxBands);
  const sums = Float32Array.from({ length: Math.ceil(moments / step) }, (_, i) => {
    const row = i * step * bands;
    let sum = 0;
    for (let band = 0; band < bands; band += bandStep) sum += levels[row + band]!;
    return sum;
  });
  return Array.from(sums.keys())
    .sort((a, b) => sums[b]! - sums[a]!)
    .slice(0, maxMoments)
    .map((i) => (first + i * step) / rate);
}
