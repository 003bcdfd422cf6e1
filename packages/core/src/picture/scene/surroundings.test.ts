import { describe, expect, it } from 'vitest';
import { look } from './surroundings';

/** An image of all directions: the sky white, the ground black, a red stripe to the right of the viewer. */
const image = (() => {
  const [width, height] = [64, 32];
  const rgba = new Uint8Array(4 * width * height).fill(255);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = 4 * (y * width + x);
      const color = x >= 44 && x < 52 ? [255, 0, 0] : y < height / 2 ? [255, 255, 255] : [0, 0, 0];
      rgba.set(color, at);
    }
  return { width, height, rgba };
})();
const seen = (x: number, y: number, z: number, roughness = 0) => {
  const out = new Float32Array(3);
  look(out, image, x, y, z, roughness);
  return [...out].map((value) => Math.round(100 * value) / 100);
};

describe('an image of all directions', () => {
  it('has its upper edge above, its middle towards the viewer, its right half on the right', () => {
    expect(seen(0, 1, 0.001)).toEqual([1, 1, 1]);
    expect(seen(0, -1, 0.001)).toEqual([0, 0, 0]);
    expect(seen(1, 0.3, 0)).toEqual([1, 0, 0]);
    expect(seen(-1, 0.3, 0)).toEqual([1, 1, 1]);
  });
  it('goes on from one side to the other', () => {
    const [left, right] = [seen(-0.001, 0.5, -1), seen(0.001, 0.5, -1)];
    expect(left).toEqual(right);
  });
  it('is blurred with roughness: wholly it is the mean of a half', () => {
    const [red, green] = seen(1, 0.3, 0, 0.6);
    expect(red).toBeLessThan(1);
    expect(green).toBeGreaterThan(0);
    const all = seen(0, 0, 1, 1);
    for (const value of all) expect(value).toBeLessThan(0.95);
  });
});
