import { describe, expect, it } from 'vitest';
import { toEncoded, toLinear } from '../scene/srgb';
import { boxesOf } from '../../pixels/gaussian';
import { lookupOfImage, imageOfLookup } from './lookupImage';
import { parseCube, type Lookup } from './lookup';
import { curveThrough } from './curve';
import type { PassContext } from './passKind';
import { PixelSum } from '../../pixels/pixelSum';
import { passKinds, type PassKindName, type PassSettings } from './registry';
import { runPasses } from './runPasses';
import { invertingTable, passNames, workingPass } from './testPasses';

type Pixels = Uint8ClampedArray<ArrayBuffer>;

const hundred = { width: 100, height: 100 };

const pass = (kind: PassKindName, part: object = {}, size = hundred) =>
  ({ ...passKinds[kind].defaults(size), id: kind, ...part }) as unknown as PassSettings;

const contextOf = (width: number, height: number, part: Partial<PassContext> = {}): PassContext => ({
  matrix: [1, 0, 0, 1, 0, 0],
  size: { width, height },
  t: 0,
  ...part,
});

/** Pixels through passes; the ones given stay. */
function through(
  pixels: Pixels,
  width: number,
  passes: PassSettings | PassSettings[],
  part: Partial<PassContext> = {},
): Pixels {
  const out = pixels.slice();
  const height = pixels.length / 4 / width;
  runPasses(out, width, height, [passes].flat(), contextOf(width, height, part));
  return out;
}

const filledWith = (width: number, height: number, color: readonly number[]): Pixels =>
  new Uint8ClampedArray(width * height * 4).map((_, i) => color[i % 4]!);

/** Every pixel by a function of its place. */
function drawn(width: number, height: number, color: (x: number, y: number) => readonly number[]): Pixels {
  const pixels = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) pixels.set(color(x, y), 4 * (y * width + x));
  return pixels;
}

const at = (pixels: Pixels, width: number, x: number, y: number) =>
  Array.from(pixels.slice(4 * (y * width + x), 4 * (y * width + x) + 4));

/** Numbers that look like chance, the same every time. */
const some = (i: number) => Math.abs((Math.sin(i * 12.9898) * 43758.5453) % 1);
const noisy = (width: number, height: number, alpha = 255) =>
  drawn(width, height, (x, y) => {
    const i = y * width + x;
    return [255 * some(i), 255 * some(i + 7e4), 255 * some(i + 9e4), alpha];
  });

const kinds = passNames;
describe('pixels on their way through passes', () => {
  it('come back as they were: all values with all opacities; what is clear is black', () => {
    const given = drawn(256, 256, (value, alpha) => [value, 0, 255, alpha]);
    const out = through(given, 256, []);
    for (let i = 0; i < given.length; i += 4) {
      const expected = given[i + 3] === 0 ? [0, 0, 0, 0] : [...given.subarray(i, i + 4)];
      expect([...out.subarray(i, i + 4)]).toEqual(expected);
    }
  });

  it('are rounded to the nearest of 8 bits, also where they are opaque', () => {
    // 16 bits of every value, by an average of two pictures: half a step up.
    for (const value of [0, 1, 100, 127, 254]) {
      const sum = new PixelSum(1, 1);
      sum.add(Uint8ClampedArray.of(value, value, value, 255));
      sum.add(Uint8ClampedArray.of(value + 1, value + 1, value + 1, 255));
      const out = new Uint8ClampedArray(4);
      sum.settle(out);
      expect(out[0]! - value).toBeGreaterThanOrEqual(0);
      expect(out[0]! - value).toBeLessThanOrEqual(1);
      expect(out[3]).toBe(255);
    }
  });

  it('of a kind that is not known, or off, stay as they are', () => {
    const pixels = Uint8ClampedArray.of(1, 2, 3, 255);
    expect([...through(pixels, 1, { kind: 'sparkle', id: 'x', on: true } as never)]).toEqual([1, 2, 3, 255]);
    for (const kind of kinds) {
      const off = through(noisy(20, 12), 20, workingPass(kind, hundred, { on: false }));
      expect(off).toEqual(noisy(20, 12));
    }
  });

  it('a veil is laid over them last: a share of its colour', () => {
    const pixels = filledWith(2, 1, [200, 100, 0, 255]);
    runPasses(pixels, 2, 1, [], contextOf(2, 1), { veil: { color: '#0000ff', opacity: 0.25 } });
    expect([...pixels.subarray(0, 4)]).toEqual([150, 75, 64, 255]);
  });
});

/** Kinds that look at one picture. */
const onPixels = kinds.filter((kind) => passKinds[kind].heading !== 'Time');

describe('every pass', () => {
  it.each(onPixels)('%s changes a picture of all kinds of colours and opacities', (kind) => {
    const size = { width: 96, height: 64 };
    const given = drawn(96, 64, (x, y) => {
      const i = y * 96 + x;
      // Something of everything: noise, a bright area, an edge to what is clear.
      if (x > 70) return [0, 0, 0, 0];
      return x > 30 && x < 50 && y > 20 && y < 44
        ? [255, 240, 220, 255]
        : [200 * some(i), 180 * some(i + 7e4), 160 * some(i + 9e4), 255];
    });
    const settings = workingPass(kind, size);
    const lookups = { get: () => invertingTable };
    const out = through(given, 96, settings, { t: 1.3, size, lookups });
    const different = out.filter((value, i) => Math.abs(value - given[i]!) > 1).length;
    expect(different).toBeGreaterThan(given.length / 100);
    // And not where it is off.
    expect(through(given, 96, { ...settings, on: false } as PassSettings, { t: 1.3, size, lookups })).toEqual(
      through(given, 96, []),
    );
  });

  it.each(kinds)('%s gives the same whatever ran before, and at the same time the same again', (kind) => {
    const settings = workingPass(kind, { width: 64, height: 40 });
    const first = through(noisy(64, 40), 64, settings, { t: 2.5 });
    for (const other of kinds) through(noisy(37, 23), 37, workingPass(other, hundred), { t: 1.1 });
    expect(through(noisy(64, 40), 64, settings, { t: 2.5 })).toEqual(first);
  });

  it.each(kinds)('%s does not stall or fail with values far too large', (kind) => {
    const huge = {
      ...{
        radius: 4000,
        length: 4000,
        softness: 2000,
        amount: 1000,
        size: 4000,
        distance: 500,
        period: 1000,
      },
      ...{
        angle: 36000,
        strength: 8,
        spread: 0.5,
        offset: { x: 2000, y: -2000 },
        centre: { x: -2e4, y: 2e4 },
      },
    };
    const settings = workingPass(kind, hundred, huge);
    const own = Object.fromEntries(
      Object.entries(settings).filter(
        ([key]) => key in passKinds[kind].defaults({ width: 100, height: 100 }),
      ),
    );
    const out = through(noisy(40, 30), 40, { ...own, id: 'x' } as unknown as PassSettings);
    expect(out).toHaveLength(4 * 40 * 30);
    expect(through(noisy(1, 1), 1, { ...own, id: 'x' } as unknown as PassSettings)).toHaveLength(4);
  });

  /** What W3C Compositing Level 1 makes of a pixel over a grey ground. */
  const over = (pixel: readonly number[], ground: number) =>
    [0, 1, 2].map((i) => (pixel[i]! * pixel[3]! + ground * (255 - pixel[3]!)) / 255);

  const byPixel: PassKindName[] = ['grade', 'curves', 'levels', 'tint', 'threeTones', 'posterise', 'invert'];
  it.each(byPixel)('%s changes the colour of what is half transparent as that of what is opaque', (kind) => {
    const settings = workingPass(kind, hundred);
    const opaque = through(noisy(24, 24), 24, settings);
    const half = through(noisy(24, 24, 128), 24, settings);
    for (let i = 0; i < half.length; i += 4) {
      expect(half[i + 3]).toBe(128);
      // Laid over black and over white it is as far from the ground as the opaque one, times its opacity.
      for (const ground of [0, 255]) {
        const expected = over([opaque[i]!, opaque[i + 1]!, opaque[i + 2]!, 128], ground);
        over([half[i]!, half[i + 1]!, half[i + 2]!, half[i + 3]!], ground).forEach((value, channel) =>
          expect(Math.abs(value - expected[channel]!)).toBeLessThan(2.2),
        );
      }
    }
  });

  it('leaves what is wholly clear clear, but for light and what finds pixels elsewhere', () => {
    for (const kind of [
      'grade',
      'curves',
      'levels',
      'tint',
      'threeTones',
      'vignette',
      'grain',
      'scanLines',
    ] as const)
      expect(
        through(filledWith(8, 8, [0, 0, 0, 0]), 8, workingPass(kind, hundred)).every((v) => v === 0),
      ).toBe(true);
  });
});

describe('Gaussian blur', () => {
  /** Mass, mean and variance along x of opacities. */
  function momentsOf(pixels: Pixels, width: number) {
    let [mass, mean, square] = [0, 0, 0];
    for (let n = 0; n < pixels.length / 4; n++) {
      const value = pixels[4 * n + 3]!;
      mass += value;
      mean += value * (n % width);
      square += value * (n % width) ** 2;
    }
    mean /= mass;
    return { mass, mean, variance: square / mass - mean * mean };
  }
  const side = 241;
  const block = drawn(side, side, (x, y) =>
    Math.abs(x - 120) <= 20 && Math.abs(y - 120) <= 20 ? [255, 255, 255, 255] : [0, 0, 0, 0],
  );
  const own = momentsOf(block, side);

  it.each([0.5, 0.8, 1, 2, 3.7, 6, 8, 12, 20])(
    'of radius %f adds the square of it to the variance',
    (radius) => {
      const out = momentsOf(through(block, side, pass('blur', { radius, edges: 'clear' })), side);
      expect(out.mass / own.mass).toBeCloseTo(1, 2);
      expect(out.mean).toBeCloseTo(120, 1);
      const added = out.variance - own.variance;
      // Variances of independent sums add up; 8 bits of the result allow for 2 %.
      expect(added / radius ** 2).toBeGreaterThan(0.97 - 0.1 / radius ** 2);
      expect(added / radius ** 2).toBeLessThan(1.03 + 0.1 / radius ** 2);
    },
  );

  it('its boxes have the variance of the Gaussian exactly (Gwosdek and others, 2011)', () => {
    for (const variance of [0.01, 0.3, 1, 2.7, 10, 36]) {
      const { radius: reach, rim } = boxesOf(variance);
      let [mass, square] = [2 * rim, 2 * rim * (reach + 1) ** 2];
      for (let n = -reach; n <= reach; n++) [mass, square] = [mass + 1, square + n * n];
      expect((3 * square) / mass).toBeCloseTo(variance, 9);
      expect(rim).toBeGreaterThanOrEqual(0);
      expect(rim).toBeLessThan(1);
    }
  });

  it('looks like the bell curve: the integral of it at a straight edge', () => {
    const edge = drawn(200, 5, (x) => (x < 100 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const out = through(edge, 200, pass('blur', { radius: 10 }));
    // Abramowitz and Stegun, Handbook of Mathematical Functions, table 26.1: P(0.5), P(1), P(2).
    for (const [sigmas, share] of [
      [0.5, 0.69146],
      [1, 0.84134],
      [2, 0.97725],
    ] as const) {
      const left = 99.5 - 10 * sigmas;
      // Between two pixels.
      const pair = [Math.floor(left), Math.ceil(left)].map((x) => at(out, 200, x, 2)[0]!);
      const value = (pair[0]! + pair[1]!) / 2 / 255;
      expect(Math.abs(value - share)).toBeLessThan(0.012);
    }
  });

  it('of an even picture changes nothing where edges repeat or mirror, and darkens edges where they are clear', () => {
    for (const edges of ['repeat', 'mirror'])
      for (const radius of [2, 9, 60, 4000])
        expect(through(filledWith(50, 30, [90, 160, 30, 255]), 50, pass('blur', { radius, edges }))).toEqual(
          filledWith(50, 30, [90, 160, 30, 255]),
        );
    const clear = through(
      filledWith(80, 80, [255, 255, 255, 255]),
      80,
      pass('blur', { radius: 4, edges: 'clear' }),
    );
    expect(at(clear, 80, 0, 40)[3]).toBeLessThan(150);
    expect(at(clear, 80, 40, 40)[3]).toBe(255);
  });
});

describe('blurs along a line and around a point', () => {
  it('draw a point out to a line of its length, along its direction', () => {
    const point = drawn(121, 121, (x, y) => (x === 60 && y === 60 ? [255, 255, 255, 255] : [0, 0, 0, 0]));
    const out = through(point, 121, pass('directionBlur', { length: 16, angle: 90, edges: 'clear' }));
    const column = Array.from({ length: 121 }, (_, y) => at(out, 121, 60, y)[3]!);
    expect(column.reduce((sum, value) => sum + value, 0)).toBeGreaterThan(225);
    expect(column.filter((value) => value > 6).length).toBeGreaterThanOrEqual(15);
    expect(column.filter((value) => value > 0).length).toBeLessThanOrEqual(20);
  });

  it('keep what does not change along their way: rings turned, rays drawn out', () => {
    const ring = drawn(161, 161, (x, y) => {
      const far = Math.hypot(x - 80, y - 80);
      const light = Math.max(0, 255 - 12 * Math.abs(far - 40));
      return [light, light, light, 255];
    });
    const centre = { x: 80.5, y: 80.5 };
    const turned = through(ring, 161, pass('rotationBlur', { angle: 40, centre }));
    for (const [x, y] of [
      [120, 80],
      [80, 40],
      [52, 52],
      [80, 80],
    ] as const)
      expect(Math.abs(at(turned, 161, x, y)[0]! - at(ring, 161, x, y)[0]!)).toBeLessThan(12);
    const half = drawn(161, 161, (x) => (x < 80 ? [0, 0, 0, 255] : [255, 255, 255, 255]));
    const zoomed = through(half, 161, pass('zoomBlur', { amount: 0.5, centre: { x: 80, y: 80.5 } }));
    expect(at(zoomed, 161, 30, 80)[0]).toBe(0);
    expect(at(zoomed, 161, 140, 80)[0]).toBe(255);
  });
});

describe('glow', () => {
  const light = (pixels: Pixels) => {
    let sum = 0;
    for (let i = 0; i < pixels.length; i += 4) sum += toLinear(pixels[i]! / 255);
    return sum;
  };
  const lamp = drawn(200, 200, (x, y) =>
    Math.hypot(x - 100, y - 100) < 6 ? [255, 255, 255, 255] : [0, 0, 0, 255],
  );

  it('adds so much light as its strength says of what is bright (IEC 61966-2-1)', () => {
    // So weak that nothing is cut at white, but for the lamp itself.
    const dim = drawn(200, 200, (x, y) =>
      Math.hypot(x - 100, y - 100) < 24 ? [190, 190, 190, 255] : [70, 70, 70, 255],
    );
    const settings = { radius: 8, strength: 0.3, threshold: 0.5, knee: 0.05 };
    const added = light(through(dim, 200, pass('glow', settings))) - light(dim);
    const bright = toLinear(190 / 255) * Math.PI * 24 ** 2;
    expect(added / (0.3 * bright)).toBeGreaterThan(0.96);
    expect(added / (0.3 * bright)).toBeLessThan(1.04);
  });

  it('is in linear light: an even grey becomes the encoded value of its sum', () => {
    const grey = filledWith(200, 200, [128, 128, 128, 255]);
    const out = through(grey, 200, pass('glow', { threshold: 0, knee: 0, strength: 0.5, radius: 4 }));
    const expected = 255 * toEncoded(1.5 * toLinear(128 / 255));
    expect(Math.abs(at(out, 200, 100, 100)[0]! - expected)).toBeLessThan(1.5);
  });

  it('takes nothing from what is darker than its threshold, and nothing above white', () => {
    expect(through(noisy(30, 30), 30, pass('glow', { threshold: 1, knee: 0, strength: 8 }))).toEqual(
      noisy(30, 30),
    );
    const dark = filledWith(30, 30, [100, 100, 100, 255]);
    expect(through(dark, 30, pass('glow', { threshold: 0.6, knee: 0.1, strength: 8 }))).toEqual(dark);
  });

  it('is tinted, and makes what is clear as opaque as it is bright', () => {
    const clear = drawn(200, 200, (x, y) =>
      Math.hypot(x - 100, y - 100) < 6 ? [255, 255, 255, 255] : [0, 0, 0, 0],
    );
    const settings = { strength: 1, radius: 12, threshold: 0.5, tint: '#ff0000' };
    const over = at(through(lamp, 200, pass('glow', settings)), 200, 112, 100);
    const alone = at(through(clear, 200, pass('glow', settings)), 200, 112, 100);
    expect(over[0]).toBeGreaterThan(20);
    expect(over[1]).toBe(0);
    // Laid over black it is the same.
    expect(Math.abs((alone[0]! * alone[3]!) / 255 - over[0]!)).toBeLessThan(2);
    expect(alone[3]).toBe(over[0]);
  });

  it('rays go from bright parts away from the centre', () => {
    const out = through(lamp, 200, pass('rays', { centre: { x: 60, y: 100 }, strength: 4, length: 1 }));
    expect(at(out, 200, 125, 100)[0]).toBeGreaterThan(12);
    expect(at(out, 200, 80, 100)[0]).toBe(0);
    expect(at(out, 200, 100, 140)[0]).toBe(0);
  });
});

describe('contour glow and shadow', () => {
  const disc = drawn(120, 120, (x, y) => (Math.hypot(x - 60, y - 60) < 20 ? [0, 0, 255, 255] : [0, 0, 0, 0]));
  it('lie outside, under what is drawn, moved by their offset', () => {
    const out = through(
      disc,
      120,
      pass('contourShadow', { softness: 3, opacity: 1, offset: { x: 20, y: 0 } }),
    );
    expect(at(out, 120, 60, 60)).toEqual([0, 0, 255, 255]);
    const [red, , blue, alpha] = at(out, 120, 92, 60);
    expect([red, blue]).toEqual([0, 0]);
    expect(alpha).toBeGreaterThan(245);
    expect(at(out, 120, 28, 60)[3]).toBeLessThan(12);
    // Half as opaque at its edge.
    expect(Math.abs(at(out, 120, 99, 60)[3]! - 140)).toBeLessThan(30);
  });
  it('or inside, only where there is something', () => {
    const settings = { side: 'inside', color: '#ff0000', softness: 3, opacity: 1 };
    const out = through(disc, 120, pass('contourGlow', settings));
    expect(at(out, 120, 90, 60)).toEqual([0, 0, 0, 0]);
    expect(at(out, 120, 60, 60)).toEqual([0, 0, 255, 255]);
    const [red, , , alpha] = at(out, 120, 78, 60);
    expect(red).toBeGreaterThan(60);
    expect(alpha).toBe(255);
  });
});

describe('passes that find pixels elsewhere', () => {
  /** A picture in which every pixel says where it is. */
  const positions = drawn(200, 120, (x, y) => [x, y * 2, 0, 255]);

  it('a lens enlarges around its centre', () => {
    const out = through(positions, 200, pass('lens', { zoom: 2, centre: { x: 100.5, y: 60.5 } }));
    expect(at(out, 200, 100, 60).slice(0, 2)).toEqual([100, 120]);
    expect(at(out, 200, 140, 80).slice(0, 2)).toEqual([120, 140]);
    const round = through(
      positions,
      200,
      pass('lens', { zoom: 2, area: 'round', radius: 40, rim: 0.5, centre: { x: 100.5, y: 60.5 } }),
    );
    expect(at(round, 200, 110, 60).slice(0, 2)).toEqual([105, 120]);
    expect(at(round, 200, 150, 60)).toEqual([150, 120, 0, 255]);
  });

  it('a mirror keeps its left half, whatever its angle', () => {
    const out = through(positions, 200, pass('mirror', { angle: -90, centre: { x: 100, y: 60 } }));
    expect(at(out, 200, 30, 50)[0]).toBe(30);
    expect(at(out, 200, 169, 50)[0]).toBe(30);
    const down = through(positions, 200, pass('mirror', { angle: 0, centre: { x: 100, y: 60 } }));
    expect(at(down, 200, 30, 20)[1]).toBe(40);
    expect(at(down, 200, 30, 99)[1]).toBe(40);
  });

  it('a kaleidoscope looks the same in each of its sectors', () => {
    const settings = pass('kaleidoscope', { sectors: 4, centre: { x: 100.5, y: 60.5 } });
    const out = through(positions, 200, settings);
    const [far, angle] = [40, 0.3];
    const seen = Array.from({ length: 4 }, (_, i) => {
      const turn = angle + (i * Math.PI) / 2;
      return at(out, 200, Math.round(100 + far * Math.cos(turn)), Math.round(60 + far * Math.sin(turn)))[0]!;
    });
    for (const value of seen) expect(Math.abs(value - seen[0]!)).toBeLessThan(3);
  });

  it('tiles repeat the picture, mirrored where they shall meet', () => {
    const settings = { columns: 2, rows: 2, centre: { x: 100, y: 60 } };
    const out = through(positions, 200, pass('tiles', settings));
    expect(Math.abs(at(out, 200, 75, 60)[0]! - at(out, 200, 175, 60)[0]!)).toBeLessThan(2);
    const meeting = through(positions, 200, pass('tiles', { ...settings, mirrored: true }));
    expect(Math.abs(at(meeting, 200, 149, 60)[0]! - at(meeting, 200, 151, 60)[0]!)).toBeLessThan(5);
  });

  it('cells of a mosaic have the average of what lies in them', () => {
    const out = through(
      noisy(40, 40),
      40,
      pass('mosaic', { width: 10, height: 10, centre: { x: 20, y: 20 } }),
    );
    let sum = 0;
    for (let y = 10; y < 20; y++) for (let x = 30; x < 40; x++) sum += at(noisy(40, 40), 40, x, y)[0]!;
    expect(Math.abs(at(out, 40, 35, 15)[0]! - sum / 100)).toBeLessThan(0.6);
    expect(at(out, 40, 30, 10)).toEqual(at(out, 40, 39, 19));
  });

  it('shake and wobble move by no more than their amount, another way at another time', () => {
    const far = (settings: PassSettings, t: number) => {
      const [x] = at(through(positions, 200, settings, { t }), 200, 100, 60);
      return x! - 100;
    };
    const shake = pass('shake', { amount: 10, rotation: 0 });
    const shifts = Array.from({ length: 40 }, (_, i) => far(shake, i / 7));
    expect(Math.max(...shifts.map(Math.abs))).toBeLessThanOrEqual(11);
    expect(new Set(shifts).size).toBeGreaterThan(8);
    const other = pass('shake', { amount: 10, rotation: 0, seed: 2 });
    expect(shifts.some((value, i) => Math.abs(value - far(other, i / 7)) > 2)).toBe(true);
    const wobble = pass('wobble', { amount: 6, size: 40 });
    const waves = Array.from({ length: 20 }, (_, i) => far(wobble, i / 3));
    expect(Math.max(...waves.map(Math.abs))).toBeLessThanOrEqual(7);
    expect(new Set(waves).size).toBeGreaterThan(3);
    expect(through(positions, 200, pass('shake', { amount: 0, rotation: 0 }))).toEqual(positions);
  });
});

describe('wipe', () => {
  const white = filledWith(200, 100, [255, 255, 255, 255]);
  const shownOf = (part: object) => {
    const out = through(white, 200, pass('wipe', { centre: { x: 100, y: 50 }, softness: 0, ...part }));
    let sum = 0;
    for (let i = 3; i < out.length; i += 4) sum += out[i]!;
    return sum / 255 / (200 * 100);
  };
  it('shows so much of the area as it says: straight, around', () => {
    for (const shown of [0, 0.25, 0.5, 0.9, 1]) {
      expect(shownOf({ shown })).toBeCloseTo(shown, 2);
      expect(shownOf({ shown, inverted: true })).toBeCloseTo(1 - shown, 2);
    }
    expect(shownOf({ shown: 0.5, angle: 37 })).toBeCloseTo(0.5, 2);
    expect(shownOf({ shown: 0.5, form: 'around' })).toBeCloseTo(0.5, 2);
    expect(shownOf({ shown: 0.25, form: 'around' })).toBeCloseTo(0.25, 2);
  });
  it('round: the area of a circle', () => {
    const reach = Math.hypot(100, 50);
    expect(shownOf({ shown: 0.3, form: 'round' })).toBeCloseTo((Math.PI * (0.3 * reach) ** 2) / 20000, 2);
  });
  it('has the middle of its soft edge where it stands, and its softness from 0 to 100 %', () => {
    const opacityAt = (part: object, x: number, y = 50) =>
      through(white, 200, pass('wipe', { centre: { x: 100, y: 50 }, softness: 40, ...part }))[
        4 * (200 * y + x) + 3
      ]!;
    // A quarter of the way: 50 of 200 pixels; of a circle a quarter of its radius.
    for (const [part, edge] of [
      [{ shown: 0.25 }, 50],
      [{ shown: 0.5, form: 'round' }, 100 + 0.5 * Math.hypot(100, 50)],
    ] as const) {
      expect(
        Math.abs((opacityAt(part, Math.round(edge) - 1) + opacityAt(part, Math.round(edge))) / 2 - 127.5),
      ).toBeLessThan(4);
      expect(opacityAt(part, Math.round(edge - 21))).toBe(255);
      expect(opacityAt(part, Math.round(edge - 18))).toBeLessThan(255);
      expect(opacityAt(part, Math.round(edge + 18))).toBeGreaterThan(0);
      expect(opacityAt(part, Math.round(edge + 21))).toBe(0);
    }
    const radius = 0.25 * Math.hypot(100, 50);
    const area = shownOf({ shown: 0.25, form: 'round', softness: 10 }) * 20000;
    // The soft edge adds as much outside as it takes inside, but for its width squared over 12 (by hand).
    expect(Math.abs(area - Math.PI * (radius ** 2 + 10 ** 2 / 12))).toBeLessThan(8);
  });
  it('soft or not, it shows the same, and all of it at the end', () => {
    expect(shownOf({ shown: 0.5, softness: 40 })).toBeCloseTo(0.5, 2);
    expect(shownOf({ shown: 1, softness: 40 })).toBe(1);
    expect(shownOf({ shown: 0, softness: 40 })).toBe(0);
  });
});

describe('grading', () => {
  const one = (color: number[], settings: PassSettings) =>
    [...through(Uint8ClampedArray.of(...color, 255), 1, settings)].slice(0, 3);

  it('exposure doubles light by each EV; what is too bright is white', () => {
    const expected = Math.round(255 * toEncoded(2 * toLinear(100 / 255)));
    expect(one([100, 0, 255], pass('grade', { exposure: 1 }))).toEqual([expected, 0, 255]);
  });
  it('contrast is a slope around the middle (W3C Filter Effects Level 1, contrast)', () => {
    expect(one([101, 127, 190], pass('grade', { contrast: 1.5 }))).toEqual([88, 127, 221]);
  });
  it('saturation 0 is grey by the weights of W3C Filter Effects Level 1; a hue of 360° is none', () => {
    expect(one([255, 0, 0], pass('grade', { saturation: 0 }))).toEqual([54, 54, 54]);
    expect(one([10, 200, 90], pass('grade', { hue: 360 }))).toEqual([10, 200, 90]);
  });
  it('temperature warms and cools', () => {
    const [red, green, blue] = one([120, 120, 120], pass('grade', { temperature: 0.5 })) as [
      number,
      number,
      number,
    ];
    expect([red > 120, green === 120, blue < 120]).toEqual([true, true, true]);
  });
  it('levels put black and white where they are said, and gamma between them', () => {
    const settings = { black: 0.2, white: 0.8 };
    expect(one([51, 204, 128], pass('levels', settings))).toEqual([0, 255, 128]);
    expect(one([64, 64, 64], pass('levels', { gamma: 2 }))[0]).toBe(Math.round(255 * Math.sqrt(64 / 255)));
    expect(one([0, 255, 0], pass('levels', { lowest: 0.1, highest: 0.9 }))).toEqual([26, 230, 26]);
  });
  it('tint keeps brightness by Rec. 709; three tones have their colours', () => {
    expect(one([255, 255, 255], pass('tint', { color: '#ff8000', amount: 1 }))).toEqual([255, 128, 0]);
    const three = pass('threeTones', {
      shadows: '#102030',
      midtones: '#805020',
      highlights: '#fff0e0',
      amount: 1,
    });
    expect(one([0, 0, 0], three)).toEqual([0x10, 0x20, 0x30]);
    expect(one([255, 255, 255], three)).toEqual([0xff, 0xf0, 0xe0]);
    const [red] = one([128, 128, 128], three);
    expect(Math.abs(red! - 0x80)).toBeLessThan(3);
  });
  it('posterise leaves so many values', () => {
    const ramp = drawn(256, 1, (x) => [x, x, x, 255]);
    const out = through(ramp, 256, pass('posterise', { steps: 4 }));
    expect([...new Set(out.filter((_, i) => i % 4 === 0))]).toEqual([0, 85, 170, 255]);
  });
  it('invert makes every colour its opposite, whatever its opacity', () => {
    const pixels = Uint8ClampedArray.of(0, 100, 255, 255, 10, 20, 30, 128);
    expect([...through(pixels, 2, pass('invert'))]).toEqual([255, 155, 0, 255, 245, 235, 225, 128]);
    expect([...through(pixels, 2, pass('invert', { amount: 0 }))]).toEqual([...pixels]);
  });
});

describe('curves', () => {
  const points = [
    [0, 0.1],
    [0.3, 0.15],
    [0.6, 0.75],
    [1, 0.9],
  ].map(([x, value], i) => ({ id: `p${i}`, at: x!, value: value! }));

  it('go through their points', () => {
    const curve = curveThrough(points);
    for (const { at: x, value } of points) expect(curve(x)).toBeCloseTo(value, 12);
    const ramp = drawn(256, 1, (x) => [x, x, x, 255]);
    const out = through(ramp, 256, pass('curves', { all: points }));
    for (const { at: x, value } of points)
      expect(Math.abs(at(out, 256, Math.round(255 * x), 0)[0]! - 255 * value)).toBeLessThan(1.2);
  });
  it('rise only, where their points do (Fritsch and Carlson, 1980), and never leave them', () => {
    let before = -1;
    for (let i = 0; i <= 1000; i++) {
      const value = curveThrough(points)(i / 1000);
      expect(value).toBeGreaterThanOrEqual(before - 1e-12);
      expect(value).toBeLessThanOrEqual(0.9);
      before = value;
    }
  });
  it('are straight through points on a line, and nothing without points', () => {
    const line = [0, 0.2, 0.7, 1].map((x, i) => ({ id: `${i}`, at: x, value: x }));
    for (const x of [0.1, 0.45, 0.9]) expect(curveThrough(line)(x)).toBeCloseTo(x, 12);
    expect(through(noisy(20, 20), 20, pass('curves'))).toEqual(noisy(20, 20));
    expect(curveThrough([{ at: 0.5, value: 0.2 }])(0.9)).toBe(0.2);
  });
  it('of two points one above the other the last one counts', () => {
    const steep = [0.5, 0.5].map((x, i) => ({ at: x, value: i }));
    expect(curveThrough(steep)(0.7)).toBe(1);
  });
  it('of a channel change that one only', () => {
    const out = through(Uint8ClampedArray.of(100, 100, 100, 255), 1, pass('curves', { red: points }));
    expect([out[0] !== 100, out[1], out[2]]).toEqual([true, 100, 100]);
  });
});

describe('look-up table', () => {
  const cubeOf = (
    size: number,
    color: (rgb: [number, number, number]) => [number, number, number],
  ): Lookup => {
    const lines = [`TITLE "test"`, `# made here`, `LUT_3D_SIZE ${size}`, ''];
    for (let b = 0; b < size; b++)
      for (let g = 0; g < size; g++)
        for (let r = 0; r < size; r++)
          lines.push(
            color([r / (size - 1), g / (size - 1), b / (size - 1)])
              .map((v) => v.toFixed(6))
              .join(' '),
          );
    return parseCube(lines.join('\n'));
  };
  const look = (lookup: Lookup, pixels: Pixels, width: number, amount = 1) =>
    through(pixels, width, pass('lookupTable', { table: 'x', amount }), {
      lookups: new Map([['x', lookup]]),
    });

  it('that changes nothing changes nothing, of any size', () => {
    for (const size of [2, 5, 17, 33])
      expect(
        look(
          cubeOf(size, (rgb) => rgb),
          noisy(40, 40),
          40,
        ),
      ).toEqual(noisy(40, 40));
  });
  it('gives what lies between its colours by tetrahedra, as worked out directly', () => {
    const curved = (rgb: [number, number, number]) =>
      [rgb[0] ** 2, rgb[1] * rgb[2], Math.sqrt(rgb[2])] as [number, number, number];
    const cube = cubeOf(9, curved);
    const out = look(cube, noisy(24, 24), 24);
    const entry = (r: number, g: number, b: number, channel: number) =>
      cube.colors[3 * ((b * 9 + g) * 9 + r) + channel]!;
    for (let n = 0; n < 576; n++) {
      const position = [0, 1, 2].map((i) => (noisy(24, 24)[4 * n + i]! / 255) * 8);
      const cell = position.map((value) => Math.min(7, Math.floor(value)));
      const part = position.map((value, i) => value - cell[i]!);
      const order = [0, 1, 2].sort((a, b) => part[b]! - part[a]!);
      for (let channel = 0; channel < 3; channel++) {
        const corner = [...cell] as [number, number, number];
        let value = entry(...corner, channel);
        for (const axis of order) {
          const from = entry(...corner, channel);
          corner[axis]! += 1;
          value += (entry(...corner, channel) - from) * part[axis]!;
        }
        expect(Math.abs(out[4 * n + channel]! - 255 * value)).toBeLessThan(0.6);
      }
    }
  });
  it('half of it is half of the way; one that is gone changes nothing', () => {
    const black = cubeOf(2, () => [0, 0, 0]);
    expect(look(black, Uint8ClampedArray.of(200, 100, 50, 255), 1, 0.5)[0]).toBe(100);
    expect(through(noisy(5, 5), 5, pass('lookupTable', { table: 'gone' }))).toEqual(noisy(5, 5));
  });
  it('survives as an image, to a step of 16 bits', () => {
    const cube = cubeOf(8, ([r, g, b]) => [r * r, g, 1 - b]);
    const { width, height, rgba } = imageOfLookup(cube);
    const back = lookupOfImage(width, height, rgba)!;
    expect(back.size).toBe(8);
    back.colors.forEach((value, i) => expect(Math.abs(value - cube.colors[i]!)).toBeLessThan(1 / 65535));
    expect(lookupOfImage(100, 50, new Uint8Array(4 * 5000))).toBeUndefined();
    const largest = imageOfLookup({ size: 64, colors: new Float32Array(3 * 64 ** 3) });
    expect(Math.max(largest.width, largest.height)).toBeLessThanOrEqual(4096);
  });
  it('of one dimension is read, too', () => {
    const { size, colors } = parseCube('LUT_1D_SIZE 3\n0 0 0\n.25 .5 .5\n1 1 1');
    const middle = (size - 1) / 2;
    const index = 3 * ((middle * size + middle) * size + middle);
    expect([...colors.slice(index, index + 3)]).toEqual([0.25, 0.5, 0.5]);
  });
  it.each([
    ['', 'LUT_3D_SIZE is missing'],
    ['LUT_3D_SIZE 1', 'line 1: the size must be a whole number from 2 to 64, not 1'],
    ['LUT_3D_SIZE 4000', 'line 1: the size must be a whole number from 2 to 64, not 4000'],
    ['LUT_3D_SIZE 2\n0 0 0', '8 colours are expected, and there are 1'],
    ['LUT_3D_SIZE 2\n0 0 nan', 'line 2: three numbers are expected, not "0 0 nan"'],
    ['LUT_3D_SIZE 2\n0 1e999 0', 'line 2: three numbers are expected, not "0 1e999 0"'],
    ['LUT_3D_SIZE 2\n0 0', 'line 2: three numbers are expected, not "0 0"'],
    [
      'LUT_3D_SIZE 2\nDOMAIN_MAX 2 2 2',
      'only tables for values from 0 to 1 can be read (DOMAIN_MIN, DOMAIN_MAX)',
    ],
  ])('refuses %j', (text, message) => expect(() => parseCube(text)).toThrow(message));
});

describe('texture', () => {
  it('a vignette is nothing in the middle, half as strong at its size, in its colour', () => {
    const white = filledWith(201, 101, [255, 255, 255, 255]);
    const settings = { size: 0.8, softness: 0.3, amount: 1, color: '#ff0000', centre: { x: 100.5, y: 50.5 } };
    const out = through(white, 201, pass('vignette', settings));
    expect(at(out, 201, 100, 50)).toEqual([255, 255, 255, 255]);
    const [red, green] = at(out, 201, Math.round(100 + 0.8 * 100.5), 50);
    expect(red).toBe(255);
    expect(Math.abs(green! - 128)).toBeLessThan(6);
    expect(at(out, 201, 0, 0)[1]).toBe(0);
  });
  it('a vignette goes from nearly a rectangle over an ellipse to a circle', () => {
    const white = filledWith(201, 101, [255, 255, 255, 255]);
    const settings = { size: 1, softness: 0.1, amount: 1, centre: { x: 100.5, y: 50.5 } };
    const lightAt = (roundness: number, x: number, y: number) =>
      at(through(white, 201, pass('vignette', { ...settings, roundness })), 201, x, y)[0];
    // Four fifths of the way to the corner are outside of the ellipse, and within the rectangle.
    expect([lightAt(0, 180, 90), lightAt(-1, 180, 90)]).toEqual([0, 255]);
    // The circle is as wide as it is high: here it lies beyond the upper edge, and within the sides.
    expect([lightAt(0, 100, 0), lightAt(1, 100, 0)]).toEqual([expect.closeTo(128, -2), 255]);
    const steps = [0, 0.25, 0.5, 0.75, 1].map((roundness) => lightAt(roundness, 196, 50)!);
    expect(steps).toEqual([...steps].sort((a, b) => b - a));
    expect(steps[0]! - steps[4]!).toBeGreaterThan(200);
  });
  it('grain is even around what was there, of the amount that is said, and other in each of its moments', () => {
    const grey = filledWith(128, 128, [128, 128, 128, 255]);
    const grains = (part: object, t = 0) =>
      Array.from(through(grey, 128, pass('grain', { size: 1, color: 0, amount: 0.2, ...part }), { t }))
        .filter((_, i) => i % 4 === 0)
        .map((value) => value - 128);
    const mean = (list: number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
    const spread = (list: number[]) => Math.sqrt(mean(list.map((value) => value * value)));
    const first = grains({});
    expect(Math.abs(mean(first))).toBeLessThan(0.4);
    // A sum of two even numbers from -1/2 to 1/2 has a variance of 1/6.
    expect(spread(first) / (0.1 * 255 * Math.sqrt(1 / 6))).toBeCloseTo(1, 1);
    expect(spread(grains({ amount: 0.1 })) / spread(first)).toBeCloseTo(0.5, 1);
    const correlation = (list: number[]) =>
      mean(list.map((value, i) => value * first[i]!)) / (spread(list) * spread(first));
    expect(correlation(grains({}, 0.01))).toBeCloseTo(1, 6);
    expect(Math.abs(correlation(grains({}, 1 / 24 + 0.001)))).toBeLessThan(0.05);
    expect(Math.abs(correlation(grains({ seed: 2 })))).toBeLessThan(0.05);
    const neighbours = mean(first.slice(1).map((value, i) => value * first[i]!)) / spread(first) ** 2;
    expect(Math.abs(neighbours)).toBeLessThan(0.05);
    for (const step of [128, 127, 129, 2, 256]) {
      const apart = mean(first.slice(step).map((value, i) => value * first[i]!)) / spread(first) ** 2;
      expect(Math.abs(apart)).toBeLessThan(0.05);
    }
  });
  it('a colour split moves red one way and blue the other', () => {
    const bar = drawn(60, 10, (x) => (x === 30 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const out = through(bar, 60, pass('colorSplit', { distance: 5 }));
    expect(at(out, 60, 35, 5)).toEqual([255, 0, 0, 255]);
    expect(at(out, 60, 30, 5)).toEqual([0, 255, 0, 255]);
    expect(at(out, 60, 25, 5)).toEqual([0, 0, 255, 255]);
  });
  it('scan lines darken so much of the picture as they are thick, and drift', () => {
    const white = filledWith(10, 200, [255, 255, 255, 255]);
    const settings = { period: 20, thickness: 0.25, softness: 0, opacity: 1 };
    const out = through(white, 10, pass('scanLines', settings));
    let sum = 0;
    for (let y = 0; y < 200; y++) sum += at(out, 10, 5, y)[0]! / 255;
    expect(sum / 200).toBeCloseTo(0.75, 1);
    const later = through(white, 10, pass('scanLines', { ...settings, drift: 10 }), { t: 1 });
    expect(at(later, 10, 5, 30)[0]).toBe(at(out, 10, 5, 20)[0]);
    expect(later).not.toEqual(out);
  });
});
