import { blendModes, fillOutlines, passMemory, seeded, Surface, type BlendMode } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { formulas, type Color } from './blendFormulas';

const modes = Object.keys(blendModes) as BlendMode[];

/** A colour for each of some pixels, four shares each. */
type Pixels = readonly (readonly [number, number, number, number])[];

/** Pixels multiplied by opacity, as bytes. */
const bytesOf = (pixels: Pixels) =>
  Uint8ClampedArray.from(
    pixels.flatMap(([r, g, b, a]) => [r * a, g * a, b * a, a].map((value) => Math.round(255 * value))),
  );

/** What is there after one row of pixels has been laid on another. */
const laid = (below: Uint8ClampedArray, above: Uint8ClampedArray, mode: BlendMode, opacity: number) =>
  passMemory().within(() => {
    const [to, from] = [new Surface(below.length / 4, 1), new Surface(above.length / 4, 1)];
    to.set(below);
    from.set(above);
    from.layOn(to, 0, 0, opacity, mode);
    return to.bytes.slice();
  });

/** The same by W3C Compositing and Blending Level 1: 5.1 (co = ...), 9.1.4 (with blending), and plus-lighter. */
function composed(
  below: ArrayLike<number>,
  above: ArrayLike<number>,
  mode: BlendMode,
  opacity: number,
): number[] {
  const [ab, as] = [below[3]! / 255, (above[3]! / 255) * opacity];
  const straight = (pixel: ArrayLike<number>) =>
    [0, 1, 2].map((i) => (pixel[3]! > 0 ? Math.min(1, pixel[i]! / pixel[3]!) : 0)) as Color;
  const [cb, cs] = [straight(below), straight(above)];
  if (mode === 'add') return [0, 1, 2, 3].map((i) => Math.min(255, below[i]! + above[i]! * opacity));
  const mixed = formulas[mode](cb, cs);
  const color = [0, 1, 2].map(
    (i) => 255 * (as * (1 - ab) * cs[i]! + as * ab * mixed[i]! + (1 - as) * ab * cb[i]!),
  );
  return [...color, 255 * (as + ab * (1 - as))];
}

const shares = [0, 0.13, 0.5, 0.81, 1];
const opacities = [0, 0.25, 0.7, 1];

describe('laying on', () => {
  it.each(modes)('%s follows the formulas over a grid of colours and opacities', (mode) => {
    const pairs = shares.flatMap((b) =>
      shares.flatMap((s) =>
        opacities.flatMap((ab) =>
          opacities.map((as) => ({
            below: [b, 1 - b, 0.4, ab] as const,
            above: [s, 0.6 * s, 1 - s, as] as const,
          })),
        ),
      ),
    );
    const below = bytesOf(pairs.map((pair) => pair.below));
    const above = bytesOf(pairs.map((pair) => pair.above));
    for (const opacity of [1, 0.6]) {
      const found = laid(below, above, mode, opacity);
      for (let at = 0; at < below.length; at += 4) {
        const expected = composed(below.subarray(at, at + 4), above.subarray(at, at + 4), mode, opacity);
        expected.forEach((value, i) => expect(Math.abs(found[at + i]! - value)).toBeLessThanOrEqual(1));
      }
    }
  });

  it.each(modes)('%s is the same whether clear parts are known or not', (mode) => {
    const [width, height] = [300, 210];
    const paint = (forced: boolean) =>
      passMemory().within(() => {
        const to = new Surface(width, height);
        const from = new Surface(width - 20, height - 10);
        const matrix = [1, 0, 0, 1, 0, 0] as const;
        for (let n = 0; n < 6; n++) {
          const [x, y] = [seeded(5, 2 * n) * width, seeded(5, 2 * n + 1) * height];
          const outline = Float32Array.of(x, y, x + 50, y + 9, x + 13, y + 40);
          const color = n % 2 ? '#e8b04a' : '#3fa79a90';
          for (const surface of [to, from])
            fillOutlines({ surface, matrix, opacity: 0.9, blend: 'normal' }, [outline], color);
        }
        if (forced) {
          to.touchAll();
          from.touchAll();
        }
        // Partly beyond the sides.
        from.layOn(to, -7, 31, 0.8, mode);
        return to.bytes.slice();
      });
    expect(paint(true)).toEqual(paint(false));
  });
});
