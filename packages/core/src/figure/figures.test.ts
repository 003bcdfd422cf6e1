import { describe, expect, it } from 'vitest';
import { buildPath, pathKinds } from '../path/registry';
import { dotMarks, dots } from './dots';
import { area, areaMarks, line, lineMarks } from './line';
import { markBands } from './order';
import { figureAs, figureKinds } from './registry';
import { smoothCurve } from './smoothCurve';

const straight = buildPath({ ...pathKinds.line.defaults(1920, 1080), x1: 0, y1: 100, x2: 400, y2: 100 });
const ring = buildPath({ ...pathKinds.circle.defaults(1920, 1080), centerX: 0, centerY: 0, radius: 100 });

describe('order of bands', () => {
  it('up, down, both ways from the ends or from the middle', () => {
    expect(markBands(3, 'up')).toEqual([0, 1, 2]);
    expect(markBands(3, 'down')).toEqual([2, 1, 0]);
    expect(markBands(3, 'mirrored')).toEqual([0, 1, 2, 2, 1, 0]);
    expect(markBands(3, 'middle')).toEqual([2, 1, 0, 0, 1, 2]);
  });
});

describe('dots', () => {
  const figure = {
    ...dots.defaults(1920, 1080),
    ...({ order: 'up', rest: 0, reach: 50, sizeRest: 2, sizeReach: 10, side: 'outward' } as const),
    ...{ color: '#ffffff', colorHigh: '#ffffff' },
  };

  it('stand as far off the path as their level says, and are as large', () => {
    const { circles } = dotMarks(figure, straight, [0, 0.5, 1, 0])[0]!;
    expect(Array.from(circles)).toEqual([50, 100, 1, 150, 75, 3, 250, 50, 5, 350, 100, 1]);
  });

  it('have twins on both sides, at half the distance', () => {
    const { circles } = dotMarks({ ...figure, side: 'both' }, straight, [1])[0]!;
    expect(Array.from(circles)).toEqual([200, 75, 5, 200, 125, 5]);
  });
});

describe('line', () => {
  const figure = {
    ...line.defaults(1920, 1080),
    ...({ order: 'up', rest: 0, reach: 50, side: 'outward', smooth: false } as const),
  };

  it('goes through the points that the levels reach', () => {
    const { points, closed } = lineMarks(figure, straight, [0, 1])[0]!;
    expect([Array.from(points), closed]).toEqual([[100, 100, 300, 50], false]);
    expect(lineMarks(figure, ring, [1, 1, 1])[0]!.closed).toBe(true);
    expect(lineMarks({ ...figure, side: 'both' }, ring, [1, 1, 1])).toHaveLength(2);
    expect(lineMarks(figure, ring, [])).toEqual([]);
  });

  it('smooth, still goes through them, and stays between on a straight', () => {
    const points = [0, 0, 10, 0, 20, 0, 30, 0];
    const curve = smoothCurve(points, false, 5);
    expect(curve).toHaveLength(2 * 16);
    for (let i = 0; i < 4; i++) expect(curve[10 * i]).toBeCloseTo(10 * i, 9);
    for (let i = 2; i < curve.length; i += 2) {
      expect(curve[i]!).toBeGreaterThan(curve[i - 2]!);
      expect(curve[i + 1]).toBeCloseTo(0, 9);
    }
  });

  it('closed and smooth, has no corner where it meets itself', () => {
    const square = [0, 0, 10, 0, 10, 10, 0, 10];
    const curve = smoothCurve(square, true, 8);
    const count = curve.length / 2;
    const turn = (i: number) => {
      const at = (k: number): [number, number] => {
        const index = (k + count) % count;
        return [curve[2 * index]!, curve[2 * index + 1]!];
      };
      const [a, b, c] = [at(i - 1), at(i), at(i + 1)];
      const angle = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
      return Math.abs(Math.atan2(Math.sin(angle), Math.cos(angle)));
    };
    for (let i = 0; i < count; i++) expect(turn(i)).toBeLessThan(0.6);
    expect(turn(0)).toBeCloseTo(turn(8), 6);
  });
});

describe('area', () => {
  const figure = {
    ...area.defaults(1920, 1080),
    ...({ order: 'up', rest: 0, reach: 50, side: 'outward', smooth: false } as const),
  };
  /** Area of an outline by the shoelace formula. */
  const size = (points: Float32Array) => {
    let sum = 0;
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length;
      sum += points[i]! * points[next + 1]! - points[next]! * points[i + 1]!;
    }
    return Math.abs(sum / 2);
  };

  it('lies between the path and the levels: a rectangle when they are all full', () => {
    const { outlines } = areaMarks(figure, straight, [1, 1, 1, 1])[0]!;
    expect(outlines).toHaveLength(1);
    expect(size(outlines[0]!)).toBeCloseTo(300 * 50, 3);
    const [both] = areaMarks({ ...figure, side: 'both' }, straight, [1, 1, 1, 1]);
    expect(size(both!.outlines[0]!)).toBeCloseTo(300 * 50, 3);
  });

  it('of a closed path is a ring, whose middle is left out', () => {
    const { outlines, evenOdd } = areaMarks(
      { ...figure, smooth: true },
      ring,
      new Float32Array(64).fill(1),
    )[0]!;
    expect(evenOdd).toBe(true);
    expect(size(outlines[0]!) - size(outlines[1]!)).toBeCloseTo(Math.PI * (150 ** 2 - 100 ** 2), -2);
  });
});

describe('another kind of figure', () => {
  it('keeps what both kinds have', () => {
    const bars = {
      ...figureKinds.bars.defaults(1920, 1080),
      reach: 333,
      color: '#123456',
      order: 'down' as const,
    };
    const asDots = figureAs(bars, 'dots', 1920, 1080);
    expect(asDots).toMatchObject({ kind: 'dots', reach: 333, color: '#123456', order: 'down' });
    expect(Object.keys(asDots)).not.toContain('width');
    expect(figureKinds.dots.schema.isValidSync(asDots, { strict: true })).toBe(true);
    expect(figureKinds.area.schema.isValidSync(figureAs(bars, 'area', 1920, 1080), { strict: true })).toBe(
      true,
    );
  });
});
