import { describe, expect, it } from 'vitest';
import { paintPixels } from '../test/paintPixels';
import { layGrain } from './grain';

const flat = (value: number, width: number, height: number) => {
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let i = 0; i < rgba.length; i++) rgba[i] = i % 4 === 3 ? 255 : value;
  return rgba;
};
const mean = (rgba: Uint8ClampedArray) =>
  rgba.reduce((sum, value, i) => (i % 4 === 3 ? sum : sum + value), 0) / ((rgba.length / 4) * 3);

describe('grain of fills', () => {
  it.each([0.04, 0.3, 1])('of %d keeps the mean of every value, black and white included', (grain) => {
    for (let value = 0; value <= 255; value++) {
      const rgba = flat(value, 320, 180);
      layGrain(rgba, 320, grain);
      expect(Math.abs(mean(rgba) - value), String(value)).toBeLessThan(0.25);
    }
  });

  it('goes as far as it says where there is room, and nowhere beyond', () => {
    const rgba = flat(128, 256, 256);
    layGrain(rgba, 256, 0.2);
    const values = rgba.filter((_, i) => i % 4 === 0);
    // An even distribution between -25.5 and 25.5: its deviation is 25.5 over the root of three.
    const deviation = Math.sqrt(values.reduce((sum, value) => sum + (value - 128) ** 2, 0) / values.length);
    expect(Math.abs(deviation - 25.5 / Math.sqrt(3))).toBeLessThan(0.3);
    expect(rgba.filter((_, i) => i % 4 === 3).every((alpha) => alpha === 255)).toBe(true);
  });

  it('is laid on the fill of a film', () => {
    const paint = {
      kind: 'linear',
      ...{ x0: 0, y0: 0, x1: 320, y1: 0 },
      stops: [
        [0, '#181818'],
        [1, '#181818'],
      ],
    } as const;
    const operations = [{ op: 'backdrop', paint, grain: 0.04 } as const];
    const data = paintPixels({ width: 320, height: 180, operations });
    expect(Math.abs(mean(data) - 24)).toBeLessThan(0.25);
    expect(new Set(data).size).toBeGreaterThan(8);
  });
});
