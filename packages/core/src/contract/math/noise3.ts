import { pow } from './math';
import { seeded, smoothStep } from './noise';

/** Seeded values at a place with whole coordinates and the one to its right: any that are near each other differ. */
function along(seed: number, i: number, j: number, k: number, share: number): number {
  const row = Math.imul(j, 0x05491333) ^ Math.imul(k, 0x1b873593);
  const from = seeded(seed, Math.imul(i, 0x1f1f1f1f) ^ row);
  return from + (seeded(seed, Math.imul(i + 1, 0x1f1f1f1f) ^ row) - from) * share;
}

/** Smooth noise in space between -1 and 1: seeded values at whole coordinates, and smooth ways between them (common practice). */
export function spaceNoise(seed: number, x: number, y: number, z: number): number {
  const i = Math.floor(x);
  const j = Math.floor(y);
  const k = Math.floor(z);
  const u = smoothStep(x - i);
  const v = smoothStep(y - j);
  const near = along(seed, i, j, k, u);
  const front = near + (along(seed, i, j + 1, k, u) - near) * v;
  const far = along(seed, i, j, k + 1, u);
  const back = far + (along(seed, i, j + 1, k + 1, u) - far) * v;
  return 2 * (front + (back - front) * smoothStep(z - k)) - 1;
}

/**
 * From the lowest to the highest of layered noise, by the number of its layers, at a sharpness of 0, 25, 50, 75 and 100 %:
 * measured, the mean of 24 seeds over 25 x 23 features.
 */
const spans = [
  [1.9, 1.42, 1.42, 1.66, 1.92],
  [1.64, 1.23, 1.23, 1.43, 1.72],
  [1.5, 1.13, 1.13, 1.33, 1.61],
  [1.42, 1.07, 1.07, 1.27, 1.52],
  [1.38, 1.04, 1.04, 1.23, 1.48],
  [1.36, 1.03, 1.03, 1.21, 1.45],
] as const;

/**
 * From the lowest to the highest of {@link spaceLayers}, over many features.
 * @param layers 1 to 6
 * @param sharpness 0 to 1
 */
export function noiseSpan(layers: number, sharpness: number): number {
  const row = spans[Math.min(Math.max(Math.round(layers), 1), spans.length) - 1]!;
  const at = Math.min(Math.max(sharpness, 0), 1) * (row.length - 1);
  const low = Math.min(Math.floor(at), row.length - 2);
  return row[low]! + (row[low + 1]! - row[low]!) * (at - low);
}

/**
 * Layers of it, each twice as fine and half as high, between -1 and 1.
 * @param sharpness 0 for hills, 1 for ridges: where the noise changes its sign it is folded
 */
export function spaceLayers(
  seed: number,
  x: number,
  y: number,
  z: number,
  layers: number,
  sharpness: number,
): number {
  let [sum, all] = [0, 0];
  for (let layer = 0; layer < layers; layer++) {
    const scale = pow(2, layer);
    const height = 1 / scale;
    const round = spaceNoise(seed + 1013 * layer, x * scale, y * scale, z * scale);
    const folded = 1 - 2 * Math.abs(round);
    sum += height * (round + (folded - round) * sharpness);
    all += height;
  }
  return sum / all;
}
