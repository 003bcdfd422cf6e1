import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import { barMarks, bars } from './bars';
import { hd } from '../../testing';
import { falloffAt, falloffRecord, type Falloff } from './falloff';
import { sceneOf, straight } from './testScene';
import type { StrokesOp } from '../display/displayList';

const circle: Falloff = {
  ...defaultsOf(falloffRecord, hd),
  id: 'region',
  center: { x: 0, y: 0 },
  radius: 100,
  soft: 50,
};
const at = (x: number, y = 0, ...falloffs: Partial<Falloff>[]) =>
  falloffAt(
    falloffs.map((part) => ({ ...circle, ...part })),
    x,
    y,
    0.5,
  );

describe('falloff', () => {
  it('without a region, all reacts', () => expect(at(5)).toBe(1));

  it('a circle: full inside, half in the middle of its soft edge, nothing beyond', () => {
    expect([at(0, 0, {}), at(99, 0, {}), at(125, 0, {}), at(150, 0, {}), at(400, 0, {})]).toEqual([
      1, 1, 0.5, 0, 0,
    ]);
  });

  it('a hard edge is a jump', () => {
    expect([at(100, 0, { soft: 0 }), at(100.01, 0, { soft: 0 })]).toEqual([1, 0]);
  });

  it('a box, rotated', () => {
    const box = { shape: 'box', width: 200, height: 40, rotation: 90, soft: 0 } as const;
    expect([at(0, 99, box), at(99, 0, box), at(0, 101, box)]).toEqual([1, 0, 0]);
  });

  it('a straight edge: full to its right, and where it is turned to', () => {
    const edge = { shape: 'linear', soft: 100 } as const;
    expect([at(1, 999, edge), at(-50, 0, edge), at(-100, 0, edge)]).toEqual([1, 0.5, 0]);
    const down = { ...edge, rotation: 90 };
    expect([at(999, 1, down), at(0, -50, down), at(0, -100, down)].map((v) => Number(v.toFixed(9)))).toEqual([
      1, 0.5, 0,
    ]);
  });

  it('a part of the path, by its share', () => {
    const part = { ...circle, shape: 'path', from: 0.2, to: 0.4, softShare: 0.1 } as const;
    const along = [0.1, 0.15, 0.3, 0.45, 0.6].map((share) => falloffAt([part], 0, 0, share));
    expect(along).toEqual([0, 0.5, 1, 0.5, 0].map((value) => expect.closeTo(value, 9)));
  });

  it('leaves something outside when asked, and turns over', () => {
    expect(at(999, 0, { outside: 0.3 })).toBeCloseTo(0.3, 9);
    expect([at(0, 0, { invert: true }), at(999, 0, { invert: true })]).toEqual([0, 1]);
  });

  it('several multiply, add up to one at most, or the greater counts', () => {
    const [half, whole] = [
      { outside: 0.5, radius: 0, soft: 0, center: { x: 999, y: 0 } },
      { center: { x: 0, y: 0 } },
    ];
    expect(at(0, 0, whole, { ...half, combine: 'multiply' })).toBe(0.5);
    expect(at(0, 0, half, { ...half, combine: 'add' })).toBe(1);
    expect(at(0, 0, half, { ...whole, combine: 'greater' })).toBe(1);
    expect(at(0, 0, whole, { ...half, combine: 'greater' })).toBe(1);
  });

  it('scales the reaction of marks, not what is left of them in silence', () => {
    const figure = {
      ...bars.defaults(hd),
      order: 'up' as const,
      rest: 10,
      reach: 110,
      form: 'square' as const,
    };
    const scene = sceneOf(straight, [1, 1], { weigh: (level, x) => level * (x < 200 ? 1 : 0.5) });
    const [marks] = barMarks(figure, scene) as StrokesOp[];
    const lengths = [0, 1].map((i) => 100 - marks!.lines[4 * i + 3]!);
    expect(lengths).toEqual([expect.closeTo(110, 3), expect.closeTo(60, 3)]);
  });
});
