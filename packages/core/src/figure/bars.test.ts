import { describe, expect, it } from 'vitest';
import { circlePath } from '../path/circle';
import { barMarks, bars, type Bars } from './bars';
import { markBands } from './order';

const path = circlePath({ centerX: 0, centerY: 0, radius: 100, start: 0 });
const figure: Bars = {
  ...bars.defaults(1920, 1080),
  order: 'up',
  reach: 50,
  rest: 10,
  width: 0.5,
  color: '#ffffff',
  colorHigh: '#ffffff',
};

/** Distance from the centre of both ends of each bar. */
const radii = (part: Partial<Bars>, levels: number[]) =>
  barMarks({ ...figure, ...part }, path, levels).flatMap(({ lines }) =>
    Array.from({ length: lines.length / 4 }, (_, i) => [
      Math.hypot(lines[4 * i]!, lines[4 * i + 1]!),
      Math.hypot(lines[4 * i + 2]!, lines[4 * i + 3]!),
    ]),
  );

describe('bars', () => {
  it('rest at rest and reach at full level, straight between', () => {
    expect(radii({}, [0, 0.5, 1])).toEqual([
      [expect.closeTo(100, 4), expect.closeTo(110, 4)],
      [expect.closeTo(100, 4), expect.closeTo(130, 4)],
      [expect.closeTo(100, 4), expect.closeTo(150, 4)],
    ]);
  });

  it('grow inward, or to both sides with half on each', () => {
    expect(radii({ side: 'inward' }, [1])[0]![1]).toBeCloseTo(50, 4);
    expect(radii({ side: 'both' }, [1])[0]).toEqual([expect.closeTo(75, 4), expect.closeTo(125, 4)]);
  });

  it('are as many as bands, or twice as many when mirrored', () => {
    expect(radii({}, [1, 1, 1, 1])).toHaveLength(4);
    expect(radii({ order: 'mirrored' }, [1, 1, 1, 1])).toHaveLength(8);
    expect(markBands(3, 'mirrored')).toEqual([0, 1, 2, 2, 1, 0]);
  });

  it('are as wide as their share of the step along the path', () => {
    expect(barMarks(figure, path, [1, 1, 1, 1])[0]!.width).toBeCloseTo((0.5 * 2 * Math.PI * 100) / 4, 9);
  });

  it('of no length are not drawn', () => expect(radii({ rest: 0 }, [0, 1])).toHaveLength(1));

  it('run from the colour of the low bands to that of the high ones, in one batch per colour', () => {
    const marks = barMarks(
      { ...figure, color: '#ff0000', colorHigh: '#0000ff', order: 'mirrored' },
      path,
      [1, 1, 1],
    );
    expect(marks.map(({ color }) => color)).toEqual([
      '#ff0000',
      expect.stringMatching(/^#[0-9a-f]{6}$/),
      '#0000ff',
    ]);
    expect(marks.every(({ lines }) => lines.length === 8)).toBe(true);
    expect(barMarks({ ...figure, order: 'mirrored' }, path, [1, 1, 1])).toHaveLength(1);
  });
});
