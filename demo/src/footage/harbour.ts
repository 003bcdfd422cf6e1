/**
 * The harbour at night, as a film of some seconds that runs round: a dark shore with lamps, their long reflections on the
 * water, and a lighthouse that turns.
 */

export const harbour = { width: 480, height: 270, frames: 150, fps: 25 } as const;

const { width, height, frames } = harbour;
/** Row of the waterline. */
const shore = Math.round(height * 0.5);

/** A number from 0 to 1 for an index, the same every time. */
function chance(index: number): number {
  let h = Math.imul(index + 1, 0x9e3779b1);
  h ^= h >>> 15;
  h = Math.imul(h, 0x85ebca6b);
  h ^= h >>> 13;
  return (h >>> 0) / 4294967296;
}

type Rgb = readonly [number, number, number];

interface Lamp {
  x: number;
  /** Rows above the waterline. */
  up: number;
  color: Rgb;
  strength: number;
}

const lampColors: readonly Rgb[] = [
  [255, 190, 110],
  [255, 214, 150],
  [255, 150, 90],
  [190, 220, 235],
];

/** Lamps along the quay, and windows on the hill behind. */
const lamps: readonly Lamp[] = Array.from({ length: 64 }, (_, i) => ({
  x: (chance(3 * i) * 1.04 - 0.02) * width,
  up: i % 3 === 0 ? 2 : 3 + chance(3 * i + 1) * 30,
  color: lampColors[Math.floor(chance(3 * i + 2) * 3.4) % lampColors.length]!,
  strength: i % 3 === 0 ? 1 : 0.3 + 0.4 * chance(5 * i + 9),
}));

const lighthouse = { x: width * 0.74, up: 62 };

/** How high the hill stands above the waterline. */
const hill = (x: number) =>
  14 +
  11 * Math.sin(x / 61) +
  7 * Math.sin(x / 23 + 2) +
  4 * Math.sin(x / 9.3 + 1) +
  (x > width * 0.6 ? 8 : 0);

const hills = Float32Array.from({ length: width }, (_, x) => hill(x));

/** A frame as red, green and blue, 8 bits each. @param n 0 to `frames` - 1; the last is followed by the first */
export function harbourFrame(n: number): Uint8Array {
  const turn = (2 * Math.PI * n) / frames;
  still ??= paintStill();
  const light = still.slice();
  const beam = paintBeam(light, turn);
  spot(light, lighthouse.x, shore - lighthouse.up, [255, 236, 200], 0.5 + 2.2 * beam, 2.2 + 3 * beam);
  paintWater(light, turn, beam);
  const pixels = new Uint8Array(light.length);
  for (let i = 0; i < light.length; i++)
    pixels[i] = shown[Math.min(shown.length - 1, Math.floor(4 * light[i]!))]!;
  return pixels;
}

/** How bright light is shown, by quarters: bright lamps do not end in one flat white. */
const shown = Uint8Array.from({ length: 8192 }, (_, i) => 255 * (1 - Math.exp(-i / 4 / 255)));

/** What does not move. */
let still: Float32Array | undefined;

function paintStill(): Float32Array {
  const light = new Float32Array(3 * width * height);
  paintSky(light);
  for (const lamp of lamps) spot(light, lamp.x, shore - lamp.up, lamp.color, lamp.strength, 1.5);
  return light;
}

function paintSky(light: Float32Array): void {
  for (let y = 0; y < shore; y++) {
    const down = y / shore;
    for (let x = 0; x < width; x++) {
      const at = 3 * (y * width + x);
      const land = shore - y < hills[x]!;
      const glow = Math.exp(-(1 - down) * 4);
      light[at] = land ? 5 : 8 + 42 * glow;
      light[at + 1] = land ? 6 : 12 + 24 * glow;
      light[at + 2] = land ? 10 : 26 + 26 * glow;
    }
  }
  // The tower itself.
  for (let up = 0; up < lighthouse.up; up++) {
    const half = 1.6 + (1 - up / lighthouse.up) * 2.2;
    for (let x = Math.ceil(lighthouse.x - half); x < lighthouse.x + half; x++)
      light.set([16, 15, 17], 3 * ((shore - up) * width + x));
  }
}

/** The beam that turns twice; how straight it looks at us, 0 to 1. */
function paintBeam(light: Float32Array, turn: number): number {
  const angle = 2 * turn;
  const towards = Math.max(0, Math.cos(angle)) ** 24;
  const side = Math.sin(angle);
  const reach = Math.abs(side) * width * 0.7;
  const top = shore - lighthouse.up;
  for (let step = 4; step < reach; step++) {
    const x = Math.round(lighthouse.x + Math.sign(side) * step);
    if (x < 0 || x >= width) break;
    const wide = 1 + step * 0.05;
    const strength = (34 * (1 - step / reach)) / wide;
    for (let y = Math.floor(top - 2 * wide); y <= top + 2 * wide; y++) {
      if (y < 0 || y >= shore) continue;
      const share = strength * Math.exp(-(((y - top) / wide) ** 2));
      const at = 3 * (y * width + x);
      light[at]! += share;
      light[at + 1]! += share * 0.93;
      light[at + 2]! += share * 0.78;
    }
  }
  return towards;
}

function spot(light: Float32Array, x: number, y: number, color: Rgb, strength: number, size: number): void {
  const reach = Math.ceil(4 * size);
  for (let row = Math.round(y) - reach; row <= y + reach; row++) {
    if (row < 0 || row >= shore) continue;
    for (let column = Math.round(x) - reach; column <= x + reach; column++) {
      if (column < 0 || column >= width) continue;
      const far = ((column - x) ** 2 + (row - y) ** 2) / (size * size);
      const share = strength * (1.6 * Math.exp(-far) + 0.25 / (1 + far));
      const at = 3 * (row * width + column);
      for (let channel = 0; channel < 3; channel++) light[at + channel]! += color[channel]! * share;
    }
  }
}

/** Water: the sky upside down and darker, and the lamps drawn long, broken by waves. */
function paintWater(light: Float32Array, turn: number, beam: number): void {
  const all: readonly (Lamp & { far: number })[] = [
    ...lamps.map((lamp) => ({ ...lamp, far: 0 })),
    { x: lighthouse.x, up: 20, color: [255, 236, 200] as const, strength: 0.3 + 3 * beam, far: 0 },
  ];
  for (let y = shore; y < height; y++) {
    const deep = (y - shore) / (height - shore);
    const rows = y - shore;
    const sky = Math.exp(-deep * 2.2);
    // Waves are near together far away. Whole numbers of them pass in a round.
    const place = 34 * Math.log(1 + rows * 0.55);
    const sway =
      (1 + 5 * deep) * (Math.sin(place * 0.9 - 9 * turn) + 0.6 * Math.sin(place * 0.37 + 4 * turn));
    const crest = 0.62 + 0.38 * Math.sin(place * 1.3 - 14 * turn) * Math.sin(place * 0.51 + 5 * turn);
    for (let x = 0; x < width; x++) {
      const ripple = 0.9 + 0.1 * Math.sin(x / 7 + place - 6 * turn);
      light.set([7 + 16 * sky * ripple, 10 + 13 * sky * ripple, 17 + 17 * sky * ripple], 3 * (y * width + x));
    }
    for (const { x, up, color, strength } of all) {
      // What stands higher is mirrored deeper.
      const share = strength * crest * Math.exp(-Math.abs(rows - up * 1.2) / (30 + 60 * strength)) * 0.85;
      if (share < 0.004) continue;
      const half = 1.2 + 5 * deep;
      const middle = x + sway;
      for (
        let column = Math.max(0, Math.floor(middle - 3 * half));
        column < Math.min(width, middle + 3 * half);
        column++
      ) {
        const part = share * Math.exp(-(((column - middle) / half) ** 2));
        const at = 3 * (y * width + column);
        for (let channel = 0; channel < 3; channel++) light[at + channel]! += color[channel]! * part;
      }
    }
  }
}
