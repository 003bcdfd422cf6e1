import { describe, expect, it } from 'vitest';
import { footageTime, frameIndexAt, frameKey, frameOfKey, type Playing } from './footage';
import { pixelsOf } from './planes';

const playing = (part: Partial<Playing> = {}): Playing => ({
  ...{ start: 2, in: 1, out: 4, speed: 1, repeat: 'once' },
  ...part,
});

describe('the time in a file', () => {
  it('runs from the in point to the out point, once', () => {
    expect(footageTime(playing(), 1.9)).toBeUndefined();
    expect(footageTime(playing(), 2)).toBe(1);
    expect(footageTime(playing(), 3.5)).toBe(2.5);
    expect(footageTime(playing(), 5)).toBeUndefined();
    expect(footageTime(playing({ speed: 2 }), 3)).toBe(3);
    expect(footageTime(playing({ speed: -1 }), 3)).toBe(3);
  });
  it('holds its first and last frame, loops, goes back and forth', () => {
    expect(footageTime(playing({ repeat: 'hold' }), 0)).toBe(1);
    expect(footageTime(playing({ repeat: 'hold' }), 100)).toBeCloseTo(4, 5);
    expect(footageTime(playing({ repeat: 'loop' }), 2 + 3 * 7 + 0.5)).toBeCloseTo(1.5, 9);
    expect(footageTime(playing({ repeat: 'loop' }), 1)).toBeCloseTo(3, 9);
    expect(footageTime(playing({ repeat: 'bounce' }), 2 + 3 + 0.5)).toBeCloseTo(3.5, 9);
    expect(footageTime(playing({ repeat: 'bounce' }), 2 + 6 + 0.5)).toBeCloseTo(1.5, 9);
  });
  it('of nothing is its beginning', () => {
    for (const repeat of ['hold', 'loop', 'bounce'] as const)
      expect(footageTime(playing({ in: 3, out: 3, repeat }), 50)).toBeCloseTo(3, 2);
  });
});

describe('frames', () => {
  const times = [0, 0.04, 0.08, 0.5];
  it('are seen from their own moment on until the next one', () => {
    expect([-1, 0, 0.039, 0.04, 0.3, 0.5, 9].map((t) => frameIndexAt(times, t))).toEqual([
      0, 0, 0, 1, 2, 3, 3,
    ]);
    expect(frameIndexAt([0], 5)).toBe(0);
  });
  it('have keys among images that are no ids of images', () => {
    expect(frameOfKey(frameKey('footage-1', 12))).toEqual({ footage: 'footage-1', index: 12 });
    expect(frameOfKey('image-1')).toBeUndefined();
  });
});

describe('pixels of planes', () => {
  /** Two by two pixels of one colour. */
  const one = (y: number, u: number, v: number, alpha?: number) => {
    const luma = alpha === undefined ? [y, y, y, y] : [y, y, y, y, alpha, alpha, alpha, alpha];
    const data = Uint8Array.of(...luma, ...(alpha === undefined ? [u, v] : [u, 128, v, 128]));
    const rows = alpha === undefined ? 1 : 2;
    return pixelsOf({
      ...{ data, width: 2, height: 2, luma: { offset: 0, stride: 2 } },
      blue: { offset: luma.length, stride: 1 },
      red: { offset: luma.length + rows, stride: 1 },
      alpha: alpha !== undefined,
    });
  };
  it('are those of ITU-R BT.709 in limited range', () => {
    expect([...one(16, 128, 128).subarray(0, 4)]).toEqual([0, 0, 0, 255]);
    expect([...one(235, 128, 128).subarray(0, 4)]).toEqual([255, 255, 255, 255]);
    // 100 % colour bars of BT.709 in limited range: Y, Cb, Cr (from its equations: 16 + 219 E'Y, 128 + 224 E'C).
    for (const [y, u, v, ...rgb] of [
      [63, 102, 240, 255, 0, 0],
      [173, 42, 26, 0, 255, 0],
      [32, 240, 118, 0, 0, 255],
      [219, 16, 138, 255, 255, 0],
    ] as const)
      one(y, u, v)
        .slice(0, 3)
        .forEach((value, i) => expect(Math.abs(value - rgb[i]!)).toBeLessThanOrEqual(2));
  });
  it('take their opacity from the lower half', () => {
    expect(one(235, 128, 128, 235)[3]).toBe(255);
    expect(one(235, 128, 128, 16)[3]).toBe(0);
    expect(Math.abs(one(235, 128, 128, 126)[3]! - 128)).toBeLessThanOrEqual(1);
  });
});
