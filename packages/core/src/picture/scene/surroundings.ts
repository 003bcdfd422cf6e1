import { acos, atan2 } from '../../contract';
import type { Texture } from './rasterise';
import { toLinear } from './srgb';

/** A level of an image of all directions: light of each pixel, three values. */
interface Level {
  width: number;
  height: number;
  light: Float32Array;
}

const known = new WeakMap<Texture, Level[]>();

/** The image as light, and again at half the size, down to two pixels: each is blurrier than the one before. */
function levelsOf(image: Texture): Level[] {
  let levels = known.get(image);
  if (levels) return levels;
  const { width, height, rgba } = image;
  const light = new Float32Array(3 * width * height);
  for (let i = 0; i < width * height; i++)
    for (let n = 0; n < 3; n++)
      light[3 * i + n] = toLinear(rgba[4 * i + n]! / 255) * (rgba[4 * i + 3]! / 255);
  levels = [{ width, height, light }];
  for (;;) {
    const above = levels.at(-1)!;
    if (above.width <= 2 || above.height <= 2) break;
    levels.push(halved(above));
  }
  known.set(image, levels);
  return levels;
}

function halved({ width, height, light }: Level): Level {
  const [wide, high] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const out = new Float32Array(3 * wide * high);
  for (let y = 0; y < high; y++) {
    for (let x = 0; x < wide; x++) {
      for (let n = 0; n < 3; n++) {
        let sum = 0;
        for (const [dx, dy] of corners) {
          const [column, row] = [Math.min(2 * x + dx, width - 1), Math.min(2 * y + dy, height - 1)];
          sum += light[3 * (row * width + column) + n]!;
        }
        out[3 * (y * wide + x) + n] = sum / 4;
      }
    }
  }
  return { width: wide, height: high, light: out };
}

const corners = [
  [0, 0],
  [1, 0],
  [0, 1],
  [1, 1],
] as const;

/**
 * What an equirectangular image shows in a direction: its middle towards the viewer of the front, its upper edge above.
 * @param out red, green and blue, linear, are written there
 * @param roughness 0 sharp to 1 wholly blurred
 */
export function look(
  out: Float32Array,
  image: Texture,
  x: number,
  y: number,
  z: number,
  roughness: number,
): void {
  const levels = levelsOf(image);
  const position = roughness * (levels.length - 1);
  const low = Math.min(Math.floor(position), levels.length - 1);
  const share = position - low;
  const across = atan2(x, z) / (2 * Math.PI) + 0.5;
  const down = acos(Math.min(Math.max(y, -1), 1)) / Math.PI;
  sample(out, levels[low]!, across, down, 1 - share, false);
  if (share > 0) sample(out, levels[low + 1]!, across, down, share, true);
}

function sample(
  out: Float32Array,
  { width, height, light }: Level,
  across: number,
  down: number,
  weight: number,
  adds: boolean,
): void {
  const x = across * width - 0.5;
  const y = Math.min(Math.max(down * height - 0.5, 0), height - 1);
  const [left, top] = [Math.floor(x), Math.floor(y)];
  const [u, v] = [x - left, y - top];
  const bottom = Math.min(top + 1, height - 1);
  // All around it goes on from the other side.
  const first = (left + width) % width;
  const second = (left + 1) % width;
  for (let n = 0; n < 3; n++) {
    const above =
      light[3 * (top * width + first) + n]! * (1 - u) + light[3 * (top * width + second) + n]! * u;
    const below =
      light[3 * (bottom * width + first) + n]! * (1 - u) + light[3 * (bottom * width + second) + n]! * u;
    const value = (above + (below - above) * v) * weight;
    out[n] = adds ? out[n]! + value : value;
  }
}

/** Surroundings to begin with. */
export const surroundingPresets = {
  harbour: {
    label: 'Harbour at night',
    skyColor: '#27405c',
    horizonColor: '#d98a4e',
    groundColor: '#0d1116',
  },
  overcast: { label: 'Overcast', skyColor: '#c9d3d6', horizonColor: '#aab4b6', groundColor: '#4a4a45' },
  dusk: { label: 'Dusk', skyColor: '#4a3f73', horizonColor: '#ff9a6b', groundColor: '#1e1520' },
  studio: { label: 'Studio', skyColor: '#f4f1ea', horizonColor: '#4b4744', groundColor: '#161412' },
  furnace: { label: 'Furnace', skyColor: '#2b0f0a', horizonColor: '#ff6a21', groundColor: '#5a1606' },
} as const;
