import { describe, expect, it } from 'vitest';
import { closeUp, strength } from './thumbnails';

const film = { width: 1920, height: 1080 };
const [width, height] = [96, 54];
/** A place of the picture on the thumbnail. */
const placed = (box: [number, number, number, number], x: number, y: number) => {
  const [a, b, c, d, e, f] = closeUp(box, film, width, height);
  return [a * x + c * y + e, b * x + d * y + f];
};

describe('a close-up of what is drawn', () => {
  it('has it in the middle, and fills the side that is tighter', () => {
    // As wide as three quarters of the picture, and flat: the width decides.
    const box: [number, number, number, number] = [240, 500, 1680, 560];
    expect(placed(box, 960, 530)).toEqual([48, 27].map((value) => expect.closeTo(value, 9)));
    expect(placed(box, 240, 530)[0]).toBeCloseTo(0.06 * width, 9);
    expect(placed(box, 1680, 530)[0]).toBeCloseTo(0.94 * width, 9);
  });

  it('comes no nearer than six times the whole picture', () => {
    const [scale] = closeUp([950, 530, 970, 540], film, width, height);
    expect(scale).toBeCloseTo((6 * width) / film.width, 12);
  });

  it('leaves out what is beyond the picture', () => {
    const inside = closeUp([0, 0, 1920, 1080], film, width, height);
    expect(closeUp([-5000, -5000, 9000, 9000], film, width, height)).toEqual(inside);
  });

  it('of nothing, or of nothing in the picture, is the whole picture', () => {
    const whole = [0.05, 0, 0, 0.05, 0, 0];
    expect(closeUp([Infinity, Infinity, -Infinity, -Infinity], film, width, height)).toEqual(whole);
    expect(closeUp([2000, 100, 2500, 300], film, width, height)).toEqual(whole);
  });
});

describe('how strong a drawing is', () => {
  const pixels = (...alphas: number[]) => Uint8ClampedArray.from(alphas.flatMap((alpha) => [9, 9, 9, alpha]));

  it('is the mean opacity of the pixels that are drawn on', () => {
    expect(strength(pixels(0, 0, 100, 200, 0))).toBe(150);
    // What can hardly be seen counts as nothing.
    expect(strength(pixels(3, 3, 80))).toBe(80);
  });

  it('of nothing is enough: there is nothing to be made stronger', () => {
    expect(strength(pixels(0, 0))).toBe(Infinity);
  });
});
