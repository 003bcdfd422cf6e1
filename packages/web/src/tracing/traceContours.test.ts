import { defaultPath, PathCache } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { gridOf, traceContours, type ValueGrid } from './traceContours';

const gridFrom = (width: number, height: number, value: (x: number, y: number) => number): ValueGrid => ({
  ...{ width, height },
  values: Float32Array.from({ length: width * height }, (_, i) => value(i % width, Math.floor(i / width))),
});
const pathOf = (data: string) =>
  new PathCache().get(
    defaultPath(
      'svg',
      'path',
      'Traced',
      { width: 1920, height: 1080 },
      { data, lines: 'all' },
      { position: { x: 0, y: 0 }, scale: { x: 1, y: 1 } },
    ),
  );

describe('tracing a picture', () => {
  // A disc whose edge is soft: the threshold lies right at its radius.
  const disc = gridFrom(160, 160, (x, y) =>
    Math.min(Math.max(60 - Math.hypot(x + 0.5 - 80, y + 0.5 - 80) + 0.5, 0), 1),
  );

  it('finds the circle of a disc, as long as its circumference', () => {
    const path = pathOf(traceContours(disc, 0.5, 0.8));
    expect(path.closed).toBe(true);
    expect(path.length / (2 * Math.PI * 60)).toBeCloseTo(1, 1);
    for (let i = 0; i < 40; i++) {
      const { x, y } = path.at((i / 40) * path.length);
      expect(Math.abs(Math.hypot(x, y) - 60)).toBeLessThan(1);
    }
  });

  it('with less detail has fewer curves', () => {
    const count = (detail: number) => traceContours(disc, 0.5, detail).split('C').length;
    expect(count(0.05)).toBeLessThan(count(1));
  });

  it('keeps the corners of a square, and finds the hole in a frame', () => {
    const inside = (x: number, y: number, low: number, high: number) =>
      x >= low && x < high && y >= low && y < high;
    const frame = gridFrom(100, 100, (x, y) => (inside(x, y, 10, 90) && !inside(x, y, 40, 60) ? 1 : 0));
    const path = pathOf(traceContours(frame, 0.5, 0.8));
    expect(path.parts).toHaveLength(2);
    const lengths = path.parts!.map(({ length }) => length).sort((a, b) => b - a);
    expect(Math.abs(lengths[0]! - 320)).toBeLessThan(8);
    expect(Math.abs(lengths[1]! - 80)).toBeLessThan(6);
  });

  it('closes what touches the border, leaves specks out, and of nothing is nothing', () => {
    expect(
      pathOf(
        traceContours(
          gridFrom(50, 50, () => 1),
          0.5,
          0.5,
        ),
      ).closed,
    ).toBe(true);
    expect(
      traceContours(
        gridFrom(50, 50, (x, y) => (x === 20 && y === 20 ? 1 : 0)),
        0.5,
        0.5,
      ),
    ).toBe('');
    expect(
      traceContours(
        gridFrom(50, 50, () => 0),
        0.5,
        0.5,
      ),
    ).toBe('');
  });

  it('looks at alpha, or at brightness where it is opaque', () => {
    const pixels = Uint8ClampedArray.of(255, 255, 255, 128, 0, 0, 0, 255, 255, 255, 255, 255);
    expect(Array.from(gridOf(pixels, 3, 1, 'alpha').values)).toEqual(
      [128 / 255, 1, 1].map((v) => expect.closeTo(v, 6)),
    );
    const bright = Array.from(gridOf(pixels, 3, 1, 'brightness').values);
    expect(bright).toEqual([128 / 255, 0, 1].map((v) => expect.closeTo(v, 6)));
  });
});
