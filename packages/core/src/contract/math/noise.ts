import { pow } from './math';
/**
 * Noise from a seed and an index: the same wherever it runs, and at any place without those before it.
 */

/** A number from 0 up to 1 for each seed and index. Source: the finaliser of MurmurHash3 (A. Appleby, public domain), from memory. */
export function seeded(seed: number, index: number): number {
  let h = Math.imul(index | 0, 0x9e3779b1) ^ Math.imul((seed | 0) + 0x7f4a7c15, 0x85ebca6b);
  // Indices beyond 32 bits differ in their upper halves.
  h ^= Math.imul(Math.floor(index / 4294967296) | 0, 0xc2b2ae35);
  h ^= h >>> 16;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  h = Math.imul(h, 0xc2b2ae35);
  h ^= h >>> 16;
  return (h >>> 0) / 4294967296;
}

/** From 0 to 1 with no slope and no bend at both ends: 6x^5 - 15x^4 + 10x^3 (common practice). */
export const smoothStep = (x: number): number => x * x * x * (x * (6 * x - 15) + 10);

/** Smooth noise between -1 and 1 over `x`: seeded values at whole numbers, and smooth ways between them. */
export function valueNoise(seed: number, x: number): number {
  const first = Math.floor(x);
  const [a, b] = [seeded(seed, first), seeded(seed, first + 1)];
  return 2 * (a + (b - a) * smoothStep(x - first)) - 1;
}

/** The same in several layers, each twice as fast and half as high as the one before, between -1 and 1. */
export function layeredNoise(seed: number, x: number, layers: number): number {
  let [sum, all] = [0, 0];
  for (let layer = 0; layer < layers; layer++) {
    const height = 1 / pow(2, layer);
    sum += height * valueNoise(seed + 1013 * layer, x * pow(2, layer));
    all += height;
  }
  return sum / all;
}
