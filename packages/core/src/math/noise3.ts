import { seeded, smoothStep } from './noise';

/** Which value of a seed belongs to a place with whole coordinates: any that are near each other differ. */
const cell = (x: number, y: number, z: number) =>
  (Math.imul(x, 0x1f1f1f1f) ^ Math.imul(y, 0x05491333) ^ Math.imul(z, 0x1b873593)) | 0;

/** Smooth noise in space between -1 and 1: seeded values at whole coordinates, and smooth ways between them (common practice). */
export function spaceNoise(seed: number, x: number, y: number, z: number): number {
  const [i, j, k] = [Math.floor(x), Math.floor(y), Math.floor(z)];
  const [u, v, w] = [smoothStep(x - i), smoothStep(y - j), smoothStep(z - k)];
  const along = (b: number, c: number) => {
    const from = seeded(seed, cell(i, b, c));
    return from + (seeded(seed, cell(i + 1, b, c)) - from) * u;
  };
  const near = along(j, k);
  const front = near + (along(j + 1, k) - near) * v;
  const far = along(j, k + 1);
  const back = far + (along(j + 1, k + 1) - far) * v;
  return 2 * (front + (back - front) * w) - 1;
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
    const [scale, height] = [2 ** layer, 1 / 2 ** layer];
    const round = spaceNoise(seed + 1013 * layer, x * scale, y * scale, z * scale);
    const folded = 1 - 2 * Math.abs(round);
    sum += height * (round + (folded - round) * sharpness);
    all += height;
  }
  return sum / all;
}
