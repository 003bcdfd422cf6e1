import { passMemory, Surface, type Texture } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { imageOf } from '../test/paintPixels';
import { atMost, drawParts, resized } from './images';

/** What an image shows at a place by bilinear interpolation in doubles (common practice), colours multiplied by opacity. */
function bilinear({ width, height, rgba }: Texture, x: number, y: number): number[] {
  const pixel = (column: number, row: number) => {
    const at =
      4 * (Math.min(height - 1, Math.max(0, row)) * width + Math.min(width - 1, Math.max(0, column)));
    const alpha = rgba[at + 3]! / 255;
    return [rgba[at]! * alpha, rgba[at + 1]! * alpha, rgba[at + 2]! * alpha, rgba[at + 3]!];
  };
  const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)];
  const [across, down] = [x - 0.5 - left, y - 0.5 - top];
  const [a, b, c, d] = [
    pixel(left, top),
    pixel(left + 1, top),
    pixel(left, top + 1),
    pixel(left + 1, top + 1),
  ];
  return a!.map(
    (_, i) =>
      (a![i]! * (1 - across) + b![i]! * across) * (1 - down) +
      (c![i]! * (1 - across) + d![i]! * across) * down,
  );
}

const image = imageOf(24, 18, (x, y) => [
  128 + 120 * Math.sin(x / 3 + y),
  (255 * x) / 23,
  (255 * y) / 17,
  x > 11 ? 255 : 150,
]);

/** An image drawn into a surface: its pixels multiplied by opacity. */
const drawnTo = (width: number, height: number, source = image, margin = 0, inset = 0) =>
  passMemory().within(() => {
    const surface = new Surface(width, height);
    drawParts(
      { surface },
      source,
      [
        {
          from: [0, 0, source.width, source.height],
          to: [inset, inset, width - 2 * inset, height - 2 * inset],
          ...{ matrix: [1, 0, 0, 1, 0, 0], opacity: 1, blend: 'normal' },
        },
      ],
      margin,
    );
    return surface.bytes.slice();
  });

describe('images', () => {
  it.each([
    [100, 75],
    [61, 47],
    [24, 18],
  ])('made larger, to %d x %d, lie straight between their pixels', (width, height) => {
    const found = drawnTo(width, height);
    let [max, sum] = [0, 0];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        bilinear(image, ((x + 0.5) * 24) / width, ((y + 0.5) * 18) / height).forEach((value, i) => {
          const apart = found[4 * (y * width + x) + i]! - value;
          max = Math.max(max, Math.abs(apart));
          sum += apart;
        });
    // Places are told apart by 1/128 pixel; colours that are multiplied are rounded before they are mixed.
    expect(max).toBeLessThanOrEqual(2);
    expect(Math.abs(sum / found.length)).toBeLessThan(0.15);
  });

  it.each([1.3, 2, 2.9, 4, 7.5])(
    'made smaller by %d have the means of what lies under each pixel',
    (times) => {
      const side = 240;
      const fine = imageOf(side, side, (x, y) => {
        const value = 128 + 100 * Math.sin(x / 9) * Math.cos(y / 14);
        return [value, value, value, 255];
      });
      const small = Math.round(side / times);
      const { rgba } = resized(fine, small, small);
      const step = side / small;
      let max = 0;
      for (let y = 1; y < small - 1; y++)
        for (let x = 1; x < small - 1; x++) {
          let [sum, count] = [0, 0];
          for (let row = Math.round(y * step); row < Math.round((y + 1) * step); row++)
            for (let column = Math.round(x * step); column < Math.round((x + 1) * step); column++) {
              sum += fine.rgba[4 * (row * side + column)]!;
              count++;
            }
          max = Math.max(max, Math.abs(rgba[4 * (y * small + x)]! - sum / count));
        }
      expect(max).toBeLessThan(9);
    },
  );

  it('do not flicker when they are made smaller: one of stripes is grey', () => {
    const stripes = imageOf(256, 256, (x) => (x % 2 ? [255, 255, 255, 255] : [0, 0, 0, 255]));
    const { rgba } = resized(stripes, 64, 64);
    const reds = rgba.filter((_, i) => i % 4 === 0);
    expect(Math.max(...reds) - Math.min(...reds)).toBeLessThanOrEqual(1);
    expect(Math.abs(reds[2000]! - 127.5)).toBeLessThanOrEqual(1);
  });

  it('go on beyond their part with their outermost pixels', () => {
    const found = drawnTo(40, 30, image, 6, 8);
    const at = (x: number, y: number) => [...found.slice(4 * (y * 40 + x), 4 * (y * 40 + x) + 4)];
    expect(at(3, 15)).toEqual(at(8, 15));
    expect(at(20, 27)).toEqual(at(20, 23));
    expect(at(0, 15)).toEqual([0, 0, 0, 0]);
  });

  it('keep their shape when they must not be longer than so much', () => {
    const { width, height } = atMost(
      imageOf(300, 100, () => [1, 2, 3, 255]),
      60,
    );
    expect([width, height]).toEqual([60, 20]);
    expect(atMost(image, 60)).toBe(image);
  });
});
