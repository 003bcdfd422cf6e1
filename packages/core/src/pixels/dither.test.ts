import { describe, expect, it } from 'vitest';
import { Surface } from './surface/surface';
import { passMemory } from './passEngine';
import type { PassSettings } from '../picture/pass/registry';
import { runPassesOn } from '../picture/pass/runPasses';
import { workingPass } from '../picture/pass/testPasses';

/**
 * How what passes make is rounded to bytes: by an ordered pattern of 8 x 8 (B. E. Bayer, 1973), whose mean over any 8 x 8
 * pixels is the value to a 128th of a step.
 */

type Pixel = readonly [number, number, number, number];

/** A picture through passes. @param left and `top` of it in the film's picture */
function through(
  [width, height]: readonly [number, number],
  passes: readonly PassSettings[],
  pixel: (x: number, y: number) => Pixel,
  { left, top } = { left: 0, top: 0 },
): Uint8ClampedArray {
  return passMemory().within(() => {
    const surface = new Surface(width, height);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) surface.bytes.set(pixel(x, y), 4 * (width * y + x));
    surface.touchAll();
    const context = { matrix: [1, 0, 0, 1, -left, -top] as const, size: { width: 100, height: 100 }, t: 0 };
    runPassesOn(surface, passes, context);
    return surface.bytes.slice();
  });
}

const size = { width: 256, height: 64 };
/** From 0.4 to 0.45: a slope of 13 steps over 256 values. */
const flat = workingPass('levels', size, { black: 0, white: 1, gamma: 1, lowest: 0.4, highest: 0.45 });
const invert = (id: string) => workingPass('invert', size, { id, amount: 1 });

describe('what passes make', () => {
  it('is the value itself over any 8 x 8 pixels, where rounding would be up to half a step off', () => {
    let worst = 0;
    for (let value = 0; value < 256; value++) {
      const out = through([8, 8], [flat], () => [value, value, value, 255]);
      const mean = out.reduce((sum, one, i) => sum + (i % 4 === 3 ? 0 : one), 0) / 192;
      worst = Math.max(worst, Math.abs(mean - 255 * (0.4 + (0.05 * value) / 255)));
      for (let i = 3; i < out.length; i += 4) expect(out[i]).toBe(255);
    }
    // Tables of curves have 16 bits: a 257th of a step beside the pattern's 128th.
    expect(worst).toBeLessThan(1 / 128 + 1 / 257);
  });

  it('is that also where a pass looks at what is around', () => {
    // Far from the ends of a slope its blur is the slope itself, between whole steps: a step in 16 pixels.
    const blur = workingPass('blur', size, { radius: 12 });
    const out = through([256, 64], [blur], (x) => {
      const value = 40 + Math.floor(x / 16);
      return [value, value, value, 255];
    });
    for (let x = 80; x < 176; x += 8) {
      let sum = 0;
      for (let y = 24; y < 32; y++) for (let dx = 0; dx < 8; dx++) sum += out[4 * (256 * y + x + dx)]!;
      // Steps of 16 lie half a step below their slope in the middle.
      expect(Math.abs(sum / 64 - (40 + (x + 4) / 16 - 0.5))).toBeLessThan(0.06);
    }
  });

  it('that is whole stays as it is: all values with all opacities', () => {
    const pixel = (x: number, y: number): Pixel => [Math.min(x, y), Math.min(200, y), 0, y];
    const given = through([256, 256], [], pixel);
    const blur = workingPass('blur', size, { id: 'b', radius: 6, edges: 'repeat' });
    for (const value of [0, 1, 77, 128, 254, 255]) {
      const even = through([64, 16], [blur], () => [value, value, value, 255]);
      even.forEach((one, i) => expect(one).toBe(i % 4 === 3 ? 255 : value));
    }
    const out = through([256, 256], [invert('1'), invert('2')], pixel);
    expect(out).toEqual(given);
  });

  it('is never more than its opacity', () => {
    const out = through([256, 256], [flat], (x, y) => [Math.min(x, y), Math.min(x, y), 0, y]);
    for (let i = 0; i < out.length; i += 4)
      for (const channel of [0, 1, 2]) expect(out[i + channel]!).toBeLessThanOrEqual(out[i + 3]!);
  });

  it('stands still in the picture, wherever the part of it that is drawn begins', () => {
    const value = (x: number, y: number): Pixel => [(x + 2 * y) & 255, 100, 30, 255];
    const whole = through([64, 32], [flat], value);
    const part = through([40, 20], [flat], (x, y) => value(x + 13, y + 6), { left: 13, top: 6 });
    for (let y = 0; y < 20; y++)
      expect(part.subarray(160 * y, 160 * (y + 1))).toEqual(
        whole.subarray(4 * (64 * (y + 6) + 13), 4 * (64 * (y + 6) + 53)),
      );
  });
});
