import { describe, expect, it } from 'vitest';
import type { FillOp, StrokesOp } from '../display/displayList';
import { barMarks, bars, type Bars } from './bars';
import { bandColors, type LayerColor } from './ink';
import { hd } from '../../testing';
import { ring, sceneOf, straight } from './testScene';

const figure: Bars = { ...bars.defaults(hd), order: 'up', reach: 50, rest: 10, width: 0.5 };

const strokes = (part: Partial<Bars>, levels: number[], color?: LayerColor, path = ring) =>
  barMarks({ ...figure, ...part }, sceneOf(path, levels, {}, color)) as StrokesOp[];

/** Distance from the centre of both ends of each bar. */
const radii = (part: Partial<Bars>, levels: number[]) =>
  strokes(part, levels).flatMap(({ lines }) =>
    Array.from({ length: lines.length / 4 }, (_, i) => [
      Math.hypot(lines[4 * i]!, lines[4 * i + 1]!),
      Math.hypot(lines[4 * i + 2]!, lines[4 * i + 3]!),
    ]),
  );
const near = (...values: number[]) => values.map((value) => expect.closeTo(value, 3));

describe('bars', () => {
  it('rest at rest and reach at full level, straight between', () => {
    expect(radii({}, [0, 0.5, 1])).toEqual([near(100, 110), near(100, 130), near(100, 150)]);
  });

  it('grow inward, or to both sides with half on each', () => {
    expect(radii({ side: 'inward' }, [1])).toEqual([near(100, 50)]);
    expect(radii({ side: 'both' }, [1])).toEqual([near(100, 125), near(100, 75)]);
  });

  it('on both sides reversed, the far side runs backwards', () => {
    expect(radii({ side: 'opposite', rest: 0 }, [1, 0.5])).toEqual([
      near(100, 125),
      near(100, 87.5),
      near(100, 112.5),
      near(100, 75),
    ]);
  });

  it('stand by their base, their centre or their tip', () => {
    expect(radii({ anchor: 'centre' }, [1])).toEqual([near(75, 125)]);
    expect(radii({ anchor: 'tip' }, [1])).toEqual([near(50, 100)]);
    expect(radii({ anchor: 'tip', side: 'inward' }, [1])).toEqual([near(150, 100)]);
  });

  it('are as wide as their share of the step along the path, less the gap', () => {
    const step = (2 * Math.PI * 100) / 4;
    expect(strokes({}, [1, 1, 1, 1])[0]!.width).toBeCloseTo(0.5 * step, 9);
    expect(strokes({ gap: 7 }, [1, 1, 1, 1])[0]!.width).toBeCloseTo(0.5 * step - 7, 9);
  });

  it('of no length, or below the least level, are not drawn', () => {
    expect(radii({ rest: 0 }, [0, 1])).toHaveLength(1);
    expect(radii({ least: 0.3 }, [0.2, 0.3, 1])).toHaveLength(2);
  });

  it('are one batch for each colour', () => {
    const marks = strokes({ order: 'mirrored' }, [1, 1, 1], bandColors('#ff0000', '#0000ff'));
    expect(marks.map(({ color }) => color)).toEqual([
      '#ff0000',
      expect.stringMatching(/^#[0-9a-f]{6}$/),
      '#0000ff',
    ]);
    expect(marks.every(({ lines }) => lines.length === 8)).toBe(true);
    expect(strokes({ order: 'mirrored' }, [1, 1, 1])).toHaveLength(1);
  });

  it('tapered, narrow to their tip: corners of a trapezium', () => {
    const [fill] = barMarks(
      { ...figure, form: 'tapered', taper: 0.25, width: 0.1 },
      sceneOf(straight, [1]),
    ) as FillOp[];
    // 400 long: 40 wide at the base, 10 at the tip, 50 up from y = 100.
    const corners = Array.from({ length: 4 }, (_, i) => [
      fill!.outlines[0]![2 * i],
      fill!.outlines[0]![2 * i + 1],
    ]);
    expect(corners.sort((a, b) => a[0]! - b[0]!)).toEqual([
      near(180, 100),
      near(195, 50),
      near(205, 50),
      near(220, 100),
    ]);
  });

  it('segmented, light whole segments only', () => {
    const lit = (level: number) => radii({ form: 'segmented', rest: 0, segment: 8, segmentGap: 2 }, [level]);
    expect(lit(1)).toEqual([near(100, 108), near(110, 118), near(120, 128), near(130, 138), near(140, 148)]);
    expect(lit(0.5)).toHaveLength(2);
    expect(lit(0.36)).toHaveLength(2);
    expect(lit(0.1)).toHaveLength(0);
  });

  it('coloured across the reach, show the same colours at the same distance whatever their length', () => {
    const across: LayerColor = { ...bandColors('#ff0000', '#0000ff', 'srgb'), by: 'across' };
    const marks = strokes({ rest: 0, form: 'square' }, [1, 0.3], across);
    const spans = marks.map(({ lines }) =>
      Array.from({ length: lines.length / 4 }, (_, i) => Math.hypot(lines[4 * i]!, lines[4 * i + 1]!) - 100),
    );
    expect(marks[0]!.color).toBe('#ff0000');
    expect(marks.at(-1)!.color).toBe('#0000ff');
    for (const starts of spans) for (const start of starts) expect(start).toBeCloseTo(starts[0]!, 3);
    expect(spans[0]).toHaveLength(2);
    expect(spans.at(-1)).toHaveLength(1);
    // Together they are as long as the bars: up to the ends of both.
    const ends = marks.flatMap(({ lines }) =>
      Array.from({ length: lines.length / 4 }, (_, i) => Math.hypot(lines[4 * i + 2]!, lines[4 * i + 3]!)),
    );
    expect(Math.max(...ends)).toBeCloseTo(150, 3);
  });

  it('have caps at their peaks when the ear holds them', () => {
    const caps = (peaks?: number[]) =>
      barMarks({ ...figure, caps: true, rest: 0 }, sceneOf(ring, [0.2], { peaks })).length;
    expect([caps([0.9]), caps()]).toEqual([2, 1]);
  });
});
