import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import type { CurveOp, DotsOp, FillOp, ImagesOp, StrokesOp } from '../display/displayList';
import { recordSchema } from '../../contract/property/schema';
import { fieldGroups, record } from '../../contract/property/record';
import { built, hd, variants } from '../../testing';
import { area, areaMarks, ribbon, ribbonMarks } from './area';
import { capMarks, caps } from './caps';
import { dotMarks, dots } from './dots';
import { bandColors, makeInk, oneColor } from './ink';
import { line, lineMarks, type LevelLine } from './line';
import { monotoneCurve } from './monotone';
import { needleMarks, needles } from './needles';
import { markBands } from './order';
import { imageMarks, images } from './imageMarks';
import { figureAs, figureKinds, scaleFigure, type FigureSettings } from './registry';
import { spectrogram, spectrogramMarks } from './spectrogram';
import { bandsShown, standFields } from './standing';
import { ring, sceneOf, straight } from './testScene';
import { trail, trailMarks } from './trail';
import { waveform, waveformMarks } from './waveform';
import { triggered, waveformAround } from './waveformSamples';

const standGroups = fieldGroups([{ heading: 'Marks', fields: standFields }]);
const standStandard = defaultsOf(record('stand', standGroups), hd);

const list = (numbers: Float32Array) => Array.from(numbers);
const plain = { order: 'up', rest: 0, reach: 50, side: 'outward' } as const;
/** Area of an outline by the shoelace formula. */
const sizeOf = (points: Float32Array) => {
  let sum = 0;
  for (let i = 0; i < points.length; i += 2) {
    const next = (i + 2) % points.length;
    sum += points[i]! * points[next + 1]! - points[next]! * points[i + 1]!;
  }
  return sum / 2;
};

describe('order of bands', () => {
  it('up, down, both ways from the ends or from the middle', () => {
    expect(markBands(3, 'up')).toEqual([0, 1, 2]);
    expect(markBands(3, 'down')).toEqual([2, 1, 0]);
    expect(markBands(3, 'mirrored')).toEqual([0, 1, 2, 2, 1, 0]);
    expect(markBands(3, 'middle')).toEqual([2, 1, 0, 0, 1, 2]);
  });

  it('a part of them, and never none', () => {
    const shown = (bandFrom: number, bandTo: number) =>
      bandsShown(10, { ...standStandard, bandFrom, bandTo });
    expect([shown(1, 512), shown(3, 5), shown(5, 3), shown(40, 50)]).toEqual([
      [0, 10],
      [2, 5],
      [4, 5],
      [9, 10],
    ]);
    expect(bandsShown(0, standStandard)).toEqual([0, 0]);
  });
});

describe('dots', () => {
  const figure = { ...dots.defaults(hd), ...plain, sizeRest: 2, sizeReach: 10 };

  it('stand as far off the path as their level says, and are as large', () => {
    const [{ circles }] = dotMarks(figure, sceneOf(straight, [0, 0.5, 1, 0])) as [DotsOp];
    expect(list(circles)).toEqual([50, 100, 1, 150, 75, 3, 250, 50, 5, 350, 100, 1]);
  });

  it('have twins on both sides, at half the distance', () => {
    const [{ circles }] = dotMarks({ ...figure, side: 'both' }, sceneOf(straight, [1])) as [DotsOp];
    expect(list(circles)).toEqual([200, 75, 5, 200, 125, 5]);
  });
});

describe('needles and caps', () => {
  it('needles between two bands have levels in between', () => {
    const figure = { ...needles.defaults(hd), ...plain, density: 2 };
    const [{ lines }] = needleMarks(figure, sceneOf(straight, [0.2, 0.6])) as [StrokesOp];
    const tips = Array.from({ length: 4 }, (_, i) => 100 - lines[4 * i + 3]!);
    expect(tips.map((tip) => Number(tip.toFixed(3)))).toEqual([10, 15, 25, 30]);
  });

  it('a needle stands by its base, its centre or its tip, the dot at its tip', () => {
    const stood = (anchor: 'base' | 'centre' | 'tip') => {
      const figure = { ...needles.defaults(hd), ...plain, density: 1, head: 4, anchor };
      const [{ lines }, { circles }] = needleMarks(figure, sceneOf(straight, [1])) as [StrokesOp, DotsOp];
      expect(circles[1]).toBe(lines[3]);
      return [lines[1], lines[3]];
    };
    // The path is at 100; outward is up.
    expect([stood('base'), stood('centre'), stood('tip')]).toEqual([
      [100, 50],
      [125, 75],
      [150, 100],
    ]);
  });

  it('the gap is taken off a cap, which never vanishes', () => {
    const widths = [0, 30, 5000].map((gap) => {
      const figure = { ...caps.defaults(hd), ...plain, width: 0.5, gap };
      const [{ lines }] = capMarks(figure, sceneOf(straight, [0.1, 0.1])) as [StrokesOp];
      return lines[2]! - lines[0]!;
    });
    expect(widths).toEqual([100, 70, expect.closeTo(0.1, 3)]);
  });

  it('a cap lies across the normal, its lower edge at the peak', () => {
    const figure = { ...caps.defaults(hd), ...plain, thickness: 4, width: 0.5 };
    const [{ lines }] = capMarks(figure, sceneOf(straight, [0.1], { peaks: [0.5] })) as [StrokesOp];
    expect(list(lines)).toEqual([100, 73, 300, 73].map((value) => expect.closeTo(value, 3)));
    const [without] = capMarks(figure, sceneOf(straight, [0.1])) as [StrokesOp];
    expect(without.lines[1]).toBeCloseTo(93, 3);
  });
});

describe('line', () => {
  const figure = { ...line.defaults(hd), ...plain, smooth: false };
  const curves = (path: typeof ring, levels: number[], part = {}) =>
    lineMarks({ ...figure, ...part }, sceneOf(path, levels)) as CurveOp[];

  it('goes through the points that the levels reach, and on to the ends of the path', () => {
    const [curve] = curves(straight, [0, 1]);
    expect([list(curve!.lines[0]!), curve!.closed]).toEqual([[0, 100, 100, 100, 300, 50, 400, 50], false]);
  });

  it('of a closed path is closed; of both sides there are two; of no bands none', () => {
    expect(curves(ring, [1, 1, 1])[0]!.closed).toBe(true);
    expect(curves(ring, [1, 1, 1], { side: 'both' })[0]!.lines).toHaveLength(2);
    expect(curves(ring, [])).toEqual([]);
  });

  it('smooth, lies on the path where the levels are nothing', () => {
    const [curve] = curves(ring, new Array<number>(16).fill(0), { smooth: true });
    const points = curve!.lines[0]!;
    expect(points.length / 2).toBeGreaterThan(60);
    for (let i = 0; i < points.length; i += 2)
      expect(Math.hypot(points[i]!, points[i + 1]!)).toBeCloseTo(100, 3);
  });

  it('of a path of several lines is one line on each', () => {
    const two = built('svg', { data: 'M0 0H100M0 50H100', lines: 'all' }, { position: { x: 50, y: 25 } });
    const [curve] = curves(two, [1, 1, 1, 1]);
    expect(curve!.lines.map((points) => [points.at(0), points.at(-2)])).toEqual([
      [0, 100],
      [0, 100],
    ]);
  });

  it('has the colours of its bands, in stretches that meet', () => {
    const scene = sceneOf(straight, [1, 1, 1, 1], {}, bandColors('#ff0000', '#0000ff'));
    const marks = lineMarks(figure, scene) as CurveOp[];
    expect(marks.length).toBeGreaterThan(2);
    expect(marks[0]!.color).toBe('#ff0000');
    const stretches = marks.flatMap(({ lines }) => lines);
    stretches.slice(1).forEach((points, i) => expect(points[0]).toBe(stretches[i]!.at(-2)));
  });
});

describe('ends of lines', () => {
  const figure = { ...line.defaults(hd), ...plain, smooth: false };
  const levels = [0, 0.3, 0.6, 1];
  const colors = bandColors('#000000', '#ffffff', 'srgb');
  const inColours = (ends: 'flat' | 'round') =>
    lineMarks({ ...figure, ends }, sceneOf(straight, levels, {}, colors)) as CurveOp[];

  it('are as they are set', () => {
    const [round] = lineMarks({ ...figure, ends: 'round' }, sceneOf(straight, levels)) as [CurveOp];
    const [flat] = lineMarks({ ...figure, ends: 'flat' }, sceneOf(straight, levels)) as [CurveOp];
    expect([round.ends, flat.ends]).toEqual(['round', 'flat']);
  });

  it('flat, in several colours: each stretch goes on around its corner, and the last one to the end', () => {
    const count = (marks: CurveOp[]) =>
      marks.flatMap(({ lines }) => lines.map((points) => points.length / 2));
    const [round, flat] = [count(inColours('round')), count(inColours('flat'))];
    expect(flat.slice(0, -1)).toEqual(round.slice(0, -1).map((points) => points + 1));
    expect(flat.at(-1)).toBe(round.at(-1));
    expect(inColours('flat').every(({ ends }) => ends === 'flat')).toBe(true);
  });
});

describe('a monotone curve', () => {
  it('goes through its values and stays between them', () => {
    const values = [0, 1, 1, 0.2, 0.3, 0];
    for (const round of [false, true]) {
      const curve = monotoneCurve(values, round, 10);
      values.forEach((value, i) => expect(curve[10 * i]).toBeCloseTo(value, 12));
      curve.forEach((value, i) => {
        const [a, b] = [values[Math.floor(i / 10)]!, values[(Math.floor(i / 10) + 1) % values.length]!];
        expect(value).toBeGreaterThanOrEqual(Math.min(a, b) - 1e-12);
        expect(value).toBeLessThanOrEqual(Math.max(a, b) + 1e-12);
      });
    }
  });

  it('of a straight line is that line, and has no corner in between', () => {
    const curve = monotoneCurve([0, 1, 2, 3, 4], false, 4);
    // At its ends it is flat, so that two halves meet without a corner.
    curve.slice(4, 13).forEach((value, i) => expect(value).toBeCloseTo(1 + i / 4, 9));
    expect(curve[1]).toBeLessThan(0.25);
    const bent = monotoneCurve([0, 1, 4, 9, 16], false, 100);
    const slope = (i: number) => (bent[i + 1]! - bent[i]!) * 100;
    for (const knot of [100, 200, 300]) expect(Math.abs(slope(knot) - slope(knot - 1))).toBeLessThan(0.15);
  });
});

describe('area and ribbon', () => {
  const figure: LevelLine = { ...area.defaults(hd), ...plain, smooth: false };
  const fills = (part: Partial<LevelLine>, path = straight, levels: ArrayLike<number> = [1, 1, 1, 1]) =>
    areaMarks({ ...figure, ...part }, sceneOf(path, levels)) as FillOp[];

  it('lies between the path and the levels: a rectangle when they are all full', () => {
    const [all] = fills({});
    expect(all!.outlines).toHaveLength(1);
    expect(Math.abs(sizeOf(all!.outlines[0]!))).toBeCloseTo(400 * 50, 2);
    expect(Math.abs(sizeOf(fills({ side: 'both' })[0]!.outlines[0]!))).toBeCloseTo(400 * 50, 2);
  });

  it('of a closed path is a ring: its inner edge runs the other way round', () => {
    const [all] = fills({ smooth: true }, ring, new Float32Array(64).fill(1));
    const [outer, inner] = all!.outlines.map(sizeOf);
    expect(outer! + inner!).toBeCloseTo(Math.PI * (150 ** 2 - 100 ** 2), -2);
    expect(outer! * inner!).toBeLessThan(0);
  });

  it('coloured across the reach, covers as much as in one colour', () => {
    const across = sceneOf(
      straight,
      [1, 0.5, 0.25, 1],
      {},
      { ...bandColors('#ff0000', '#0000ff'), by: 'across' },
    );
    const one = areaMarks(figure, sceneOf(straight, [1, 0.5, 0.25, 1])) as FillOp[];
    const parts = areaMarks(figure, across) as FillOp[];
    const total = (operations: FillOp[]) =>
      operations
        .flatMap(({ outlines }) => outlines)
        .reduce((sum, outline) => sum + Math.abs(sizeOf(outline)), 0);
    // The parts overlap by half a unit each.
    expect(total(parts)).toBeGreaterThan(total(one));
    expect(total(parts)).toBeLessThan(total(one) + 10 * 0.5 * 400);
  });

  it('a ribbon has half of the reach on each side', () => {
    const [fill] = ribbonMarks({ ...ribbon.defaults(hd), ...plain }, sceneOf(straight, [1, 1])) as FillOp[];
    const ys = list(fill!.outlines[0]!).filter((_, i) => i % 2 === 1);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([75, 125]);
  });
});

describe('trail', () => {
  const figure = {
    ...trail.defaults(hd),
    ...plain,
    smooth: false,
    moments: 4,
    every: 0.1,
    drift: 5,
    fades: 0.5,
  };

  it('shows past moments, older ones further back, further off and fainter, by looking them up', () => {
    const scene = sceneOf(straight, [0.9], { t: 2, levelsAt: (t) => [t - 1.1] });
    const curves = trailMarks(figure, scene) as CurveOp[];
    expect(curves.map(({ color }) => color)).toEqual(['#ffffff20', '#ffffff40', '#ffffff80', '#ffffff']);
    const heights = curves.map(({ lines }) => 100 - lines[0]![1]!);
    const expected = [3, 2, 1, 0].map((age) => 5 * age + 50 * (0.9 - 0.1 * age));
    heights.forEach((height, i) => expect(height).toBeCloseTo(expected[i]!, 3));
  });
});

describe('spectrogram', () => {
  const figure = { ...spectrogram.defaults(hd), ...plain, columns: 8, span: 8, least: 0.01 };

  it('shows each moment where its time lies along the path, newest first', () => {
    // Only the moment 2.5 s ago is loud, in the second of two bands.
    const scene = sceneOf(straight, [0, 0], {
      t: 10,
      levelsAt: (t) => (Math.abs(t - 7.5) < 0.01 ? [0, 1] : [0, 0]),
    });
    const [fill] = spectrogramMarks(figure, scene) as FillOp[];
    expect(fill!.outlines).toHaveLength(1);
    const xs = list(fill!.outlines[0]!).filter((_, i) => i % 2 === 0);
    const ys = list(fill!.outlines[0]!).filter((_, i) => i % 2 === 1);
    expect([Math.min(...xs), Math.max(...xs)].map(Math.round)).toEqual([100, 150]);
    expect([Math.min(...ys), Math.max(...ys)].map(Math.round)).toEqual([50, 75]);
  });

  it('joins neighbours of one colour', () => {
    const scene = sceneOf(straight, [1], { levelsAt: () => [1] });
    const [fill] = spectrogramMarks({ ...figure, newest: 'end' }, scene) as FillOp[];
    expect(fill!.outlines).toHaveLength(1);
    expect(Math.abs(sizeOf(fill!.outlines[0]!))).toBeCloseTo(400 * 50.3, -2);
  });
});

describe('waveform', () => {
  const rate = 12000;
  const tone = (hz: number, phase = 0) => ({
    rate,
    samples: Int16Array.from(
      { length: rate },
      (_, i) => 30000 * Math.sin(2 * Math.PI * hz * (i / rate) + phase),
    ),
  });
  const figure = {
    ...waveform.defaults(hd),
    calm: 0,
    points: 121,
    span: 0.01,
    reach: 100,
    side: 'outward' as const,
  };
  const heights = (given: Partial<typeof figure>, sound: ReturnType<typeof tone>, t: number) => {
    const [curve] = waveformMarks(
      { ...figure, ...given },
      sceneOf(straight, [], { t, waveform: sound }),
    ) as CurveOp[];
    return list(curve!.lines[0]!)
      .filter((_, i) => i % 2 === 1)
      .map((y) => 100 - y);
  };

  it('shows the samples around the moment', () => {
    const shown = heights({ steady: false }, tone(100), 0.5);
    shown.forEach((height, i) => {
      const t = 0.5 + (i / 120 - 0.5) * 0.01;
      expect(height).toBeCloseTo((30000 / 32768) * 100 * Math.sin(2 * Math.PI * 100 * t), 0);
    });
  });

  it('steady, a tone stands still whatever the moment', () => {
    const first = heights({}, tone(220), 0.4);
    for (const t of [0.401, 0.4033, 0.41, 0.437]) {
      heights({}, tone(220), t).forEach((height, i) => expect(height).toBeCloseTo(first[i]!, 0));
    }
    expect(triggered(tone(220), 0.4) * 220 - Math.round(triggered(tone(220), 0.4) * 220)).toBeCloseTo(0, 3);
  });

  it('without a crossing, or beyond the ends, is where it is asked for', () => {
    const flat = { rate, samples: new Int16Array(rate) };
    expect(triggered(flat, 0.3)).toBeCloseTo(0.3, 9);
    expect(Array.from(waveformAround(tone(100), -5, 0.01, 3))).toEqual([0, 0, 0]);
  });

  it('settles: what changes shows in part only', () => {
    const sound = { rate, samples: Int16Array.from({ length: rate }, (_, i) => (i < 6000 ? 0 : 20000)) };
    const now = (settle: number) => heights({ steady: false, settle }, sound, 0.506)[60]!;
    expect(now(0)).toBeGreaterThan(60);
    expect(now(0.1)).toBeLessThan(0.5 * now(0));
  });
});

describe('shapes and pictures as marks', () => {
  const figure = { ...images.defaults(hd), ...plain, sizeRest: 10, sizeReach: 20 };

  it('a shape is as large as its level says, its top off the path', () => {
    const triangle = { ...figure, shape: 'M0 10L5 0L10 10Z' };
    const [fill] = imageMarks(triangle, sceneOf(straight, [1])) as FillOp[];
    const ys = list(fill!.outlines[0]!).filter((_, i) => i % 2 === 1);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([expect.closeTo(40, 3), expect.closeTo(60, 3)]);
    expect(imageMarks({ ...figure, shape: 'no path' }, sceneOf(straight, [1]))).toEqual([
      expect.objectContaining({ outlines: [] }),
    ]);
  });

  it('an image has a place, a size and the turn of the path for each band', () => {
    const marks = { ...figure, source: 'image' as const, image: 'logo' };
    const [operation] = imageMarks(marks, sceneOf(straight, [0, 1])) as ImagesOp[];
    expect(operation).toMatchObject({ op: 'images', image: 'logo' });
    expect(list(operation!.positions)).toEqual([100, 100, 10, 10, 0, 1, 300, 50, 20, 20, 0, 1]);
    expect(imageMarks({ ...marks, image: null }, sceneOf(straight, [1]))).toEqual([]);
  });
});

describe('colour', () => {
  const mark = { band: 2, along: 0.25, level: 0.5 };
  const stops = [
    { id: 'a', at: 0, color: '#000000' },
    { id: 'b', at: 1, color: '#ffffff' },
  ];
  const ink = (by: 'one' | 'band' | 'along' | 'level' | 'time', t = 0, fade = 0) => {
    const color = { ...oneColor('#000000'), by, stops, mix: 'srgb' as const, cycle: 10, fade };
    return makeInk(color, color, 5, t);
  };
  const grey = (hex: string) => parseInt(hex.slice(1, 3), 16) / 255;

  it('by band, along the path, by level: the share of the gradient', () => {
    expect(grey(ink('band').of(mark))).toBeCloseTo(0.5, 1);
    expect(grey(ink('along').of(mark))).toBeCloseTo(0.25, 1);
    expect(grey(ink('level').of({ ...mark, level: 0.8 }))).toBeCloseTo(0.8, 1);
    expect(ink('one').of(mark)).toBe('#000000');
  });

  it('by time goes through the gradient and back to its start, without a jump', () => {
    const at = (t: number) => grey(ink('time', t).of(mark));
    expect(at(0)).toBe(0);
    expect(Math.max(...Array.from({ length: 100 }, (_, i) => at(i / 10)))).toBeGreaterThan(0.95);
    expect(at(9.99)).toBeLessThan(0.05);
    for (let t = 0; t < 20; t += 0.05) expect(Math.abs(at(t + 0.05) - at(t))).toBeLessThan(0.06);
  });

  it('fades with the level', () => {
    expect(ink('one', 0, 1).of({ ...mark, level: 0 })).toBe('#00000000');
    expect(ink('one', 0, 0.5).of({ ...mark, level: 0 })).toBe('#00000080');
    expect(ink('one', 0, 0.5).of({ ...mark, level: 1 })).toBe('#000000');
  });
});

describe('another kind of figure', () => {
  it('is one that can be saved, whatever the first one was set to', () => {
    const kinds = Object.keys(figureKinds) as (keyof typeof figureKinds)[];
    for (const from of kinds) {
      for (const figure of variants(figureKinds[from].record.groups, figureKinds[from].defaults(hd))) {
        for (const to of kinds) {
          const other = figureAs(figure as FigureSettings, to, hd);
          expect(
            recordSchema(figureKinds[to].record).isValidSync(other, { strict: true }),
            `${from} as ${to}`,
          ).toBe(true);
        }
      }
    }
  });

  it('keeps what both kinds have', () => {
    const bars = { ...figureKinds.bars.defaults(hd), reach: 333, order: 'down' as const };
    for (const kind of Object.keys(figureKinds) as (keyof typeof figureKinds)[]) {
      const other = figureAs(bars, kind, hd);
      expect(recordSchema(figureKinds[kind].record).isValidSync(other, { strict: true })).toBe(true);
      expect(other).toMatchObject({ kind, reach: 333 });
    }
    expect(Object.keys(figureAs(bars, 'dots', hd))).not.toContain('width');
  });

  it('scaled, has everything in picture units scaled, and nothing else', () => {
    const bars = figureKinds.bars.defaults(hd);
    const half = scaleFigure(bars, 0.5) as typeof bars;
    expect([half.reach, half.rest, half.segment]).toEqual([bars.reach / 2, bars.rest / 2, bars.segment / 2]);
    expect([half.width, half.bandTo]).toEqual([bars.width, bars.bandTo]);
  });
});
