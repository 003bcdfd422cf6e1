import { describe, expect, it } from 'vitest';
import { hd } from '../testing';
import { passKinds } from './registry';
import { runPasses } from './runPasses';

const context = { scale: 1, seed: 0 };
const invert = (part: object = {}) => ({ ...passKinds.invert.defaults(hd), id: 'a', ...part });

/** All pairs of a value and an opacity, as pixels of red. */
const allPairs = () => {
  const pixels = new Uint8ClampedArray(4 * 256 * 256);
  for (let alpha = 0; alpha < 256; alpha++) {
    for (let value = 0; value < 256; value++) pixels.set([value, 0, 255, alpha], 4 * (256 * alpha + value));
  }
  return pixels;
};

describe('pixels on their way through passes', () => {
  it('come back as they were: all values with all opacities; what is clear is black', () => {
    const pixels = allPairs();
    runPasses(pixels, 256, 256, [], context);
    const given = allPairs();
    for (let i = 0; i < given.length; i += 4) {
      const clear = given[i + 3] === 0;
      const expected = clear ? [0, 0, 0, 0] : [...given.subarray(i, i + 4)];
      expect([...pixels.subarray(i, i + 4)]).toEqual(expected);
    }
  });
});

describe('invert', () => {
  const run = (pixels: number[], part: object = {}) => {
    const out = Uint8ClampedArray.from(pixels);
    runPasses(out, pixels.length / 4, 1, [invert(part)], context);
    return [...out];
  };

  it('makes every colour its opposite (255 - value), whatever its opacity', () => {
    expect(run([0, 100, 255, 255, 10, 20, 30, 128])).toEqual([255, 155, 0, 255, 245, 235, 225, 128]);
  });

  it('in part, and not at all', () => {
    expect(run([0, 100, 255, 255], { amount: 0.5 })).toEqual([128, 128, 128, 255]);
    expect(run([0, 100, 255, 255], { amount: 0 })).toEqual([0, 100, 255, 255]);
    expect(run([0, 100, 255, 255], { on: false })).toEqual([0, 100, 255, 255]);
  });

  it('twice is nothing', () => {
    const pixels = Uint8ClampedArray.of(12, 200, 77, 255, 12, 200, 77, 40);
    runPasses(pixels, 2, 1, [invert(), invert({ id: 'b' })], context);
    expect([...pixels]).toEqual([12, 200, 77, 255, 12, 200, 77, 40]);
  });

  it('of a kind that is not known changes nothing', () => {
    const pixels = Uint8ClampedArray.of(1, 2, 3, 255);
    runPasses(pixels, 1, 1, [{ kind: 'sparkle', id: 'x', on: true } as never], context);
    expect([...pixels]).toEqual([1, 2, 3, 255]);
  });
});
