import { describe, expect, it } from 'vitest';
import { spritesOf, type Sprite, type SpriteForm } from '../display/operation/sprites';
import { paintSprites } from './paintSprites';

const [width, height] = [120, 100];
const sprite = (part: Partial<Sprite> = {}): Sprite => ({
  ...{ x: 60, y: 50, across: 20, down: 20, rotation: 0, form: 'disc', corners: 5, softness: 0.02 },
  color: [1, 0.5, 0],
  opacity: 1,
  ...part,
});
const paint = (list: readonly Sprite[], add = false) =>
  paintSprites(spritesOf(list, add), [1, 0, 0, 1, 0, 0], width, height).slice();
const at = (pixels: Uint8ClampedArray, x: number, y: number) =>
  Array.from(pixels.slice(4 * (y * width + x), 4 * (y * width + x) + 4));
/** Pixels that are covered. */
const area = (pixels: Uint8ClampedArray) =>
  pixels.reduce((sum, value, i) => sum + (i % 4 === 3 ? value / 255 : 0), 0);

describe('sprites', () => {
  it('of a disc cover its area, in its colour', () => {
    const pixels = paint([sprite()]);
    expect(at(pixels, 60, 50)).toEqual([255, 128, 0, 255]);
    expect(at(pixels, 60, 20)).toEqual([0, 0, 0, 0]);
    expect(area(pixels) / (Math.PI * 400)).toBeCloseTo(1, 2);
    expect(area(paint([sprite({ across: 30, down: 10, rotation: 0.7 })])) / (Math.PI * 300)).toBeCloseTo(
      1,
      2,
    );
  });

  it('of a polygon and of a star cover theirs', () => {
    // Regular polygon of n corners on a circle of radius r: n r² sin(2 pi / n) / 2 (handbook formula).
    for (const corners of [3, 4, 6])
      expect(
        area(paint([sprite({ form: 'polygon', corners })])) /
          ((corners * 400 * Math.sin((2 * Math.PI) / corners)) / 2),
      ).toBeGreaterThan(0.9);
    const star = area(paint([sprite({ form: 'star', corners: 5 })]));
    expect(star).toBeGreaterThan(300);
    expect(star).toBeLessThan(Math.PI * 400 * 0.6);
  });

  it.each<SpriteForm>(['disc', 'ball', 'ring', 'streak', 'star', 'polygon', 'rays'])(
    'of form %s are seen, and stay within their size',
    (form) => {
      const pixels = paint([sprite({ form, softness: 0.3 })]);
      expect(area(pixels)).toBeGreaterThan(3);
      for (let y = 0; y < height; y++)
        for (let x = 0; x < width; x++)
          if (Math.hypot(x + 0.5 - 60, y + 0.5 - 50) > 29) expect(at(pixels, x, y)[3]).toBe(0);
    },
  );

  it('add their light, or lie over each other', () => {
    const two = [sprite({ color: [1, 0, 0] }), sprite({ color: [0, 0, 1] })];
    expect(at(paint(two, true), 60, 50)).toEqual([255, 0, 255, 255]);
    expect(at(paint(two), 60, 50)).toEqual([0, 0, 255, 255]);
    const half = [sprite({ opacity: 0.5 }), sprite({ opacity: 0.5 })];
    expect(at(paint(half), 60, 50)[3]).toBe(191);
  });

  it('smaller than a pixel are fainter instead, and none or wrong ones are nothing', () => {
    const small = area(paint([sprite({ across: 0.3, down: 0.3 })]));
    expect(small).toBeGreaterThan(0.1);
    expect(small).toBeLessThan(0.8);
    for (const part of [{ across: 0 }, { across: NaN }, { opacity: NaN }, { x: 1e9 }, { x: NaN }])
      expect(area(paint([sprite(part)]))).toBe(0);
    expect(area(paint([]))).toBe(0);
  });

  it('go through a matrix: moved, turned, scaled', () => {
    const op = spritesOf([sprite({ x: 10, y: 0, across: 10, down: 2, form: 'disc' })], false);
    // A quarter turn, twice as large.
    const pixels = paintSprites(op, [0, 2, -2, 0, 60, 30], width, height).slice();
    expect(at(pixels, 60, 64)[3]).toBe(255);
    expect(at(pixels, 75, 50)[3]).toBe(0);
  });
});
