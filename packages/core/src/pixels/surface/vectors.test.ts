import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Matrix } from '../../contract/geometry/matrix';
import { passMemory } from '../passEngine';
import { Surface } from './surface';
import {
  cutByOutlines,
  fillCircles,
  fillOutlines,
  strokeLines,
  strokeSegments,
  type Canvas,
} from './vectors';

/**
 * What outlines cover is compared with counting: 64 x 64 places of each pixel, each asked by itself how often the outlines wind
 * around it (the definition of the rules in SVG 2, "fill-rule"), or how far it lies from a line (that of a stroke).
 */

const identity: Matrix = [1, 0, 0, 1, 0, 0];
const samples = 64;
const few = 12;

/** Opacities of what is drawn in white. */
function drawn(width: number, height: number, draw: (canvas: Canvas) => void, matrix = identity): Uint8Array {
  return passMemory().within(() => {
    const surface = new Surface(width, height);
    draw({ surface, matrix, opacity: 1, blend: 'normal' });
    return Uint8Array.from({ length: width * height }, (_, n) => surface.bytes[4 * n + 3]!);
  });
}

/** The same by counting the places that lie inside; where a few, out to the pixel's sides, agree, so do the others. */
function counted(width: number, height: number, isInside: (x: number, y: number) => boolean): Uint8Array {
  const share = (n: number, steps: number, placeOf: (i: number) => number) => {
    let inside = 0;
    for (let i = 0; i < steps; i++)
      for (let j = 0; j < steps; j++)
        if (isInside((n % width) + placeOf(i), Math.floor(n / width) + placeOf(j))) inside++;
    return inside / steps ** 2;
  };
  return Uint8Array.from({ length: width * height }, (_, n) => {
    const roughly = share(n, few, (i) => i / (few - 1));
    return 255 * (roughly % 1 === 0 ? roughly : share(n, samples, (i) => (i + 0.5) / samples));
  });
}

/** How often outlines wind around a place: edges that a ray to the right crosses. */
function winding(outlines: readonly Float32Array[], x: number, y: number): number {
  let sum = 0;
  for (const points of outlines) {
    for (let i = 0; i < points.length; i += 2) {
      const next = (i + 2) % points.length;
      const [x0, y0, x1, y1] = [points[i]!, points[i + 1]!, points[next]!, points[next + 1]!];
      if (y0 <= y === y1 <= y) continue;
      if (x0 + ((y - y0) * (x1 - x0)) / (y1 - y0) > x) sum += y1 > y0 ? 1 : -1;
    }
  }
  return sum;
}

const farthest = (one: Uint8Array, other: Uint8Array) =>
  one.reduce((max, value, n) => Math.max(max, Math.abs(value - other[n]!)), 0);

/** Points of a polygon that goes round `turns` times. */
const round = (x: number, y: number, radius: number, points: number, turns: number, start = 0.3) =>
  Float32Array.from({ length: 2 * points }, (_, i) => {
    const angle = start + (2 * Math.PI * turns * (i >> 1)) / points;
    return i % 2 === 0 ? x + radius * Math.cos(angle) : y + radius * Math.sin(angle);
  });

const rules = {
  nonzero: (count: number) => count !== 0,
  evenodd: (count: number) => count % 2 !== 0,
} as const;

describe.each(['nonzero', 'evenodd'] as const)('filling by the rule %s', (rule) => {
  it.each([
    ['a star that crosses itself', [round(12, 12, 11, 5, 2)]],
    ['a figure of eight', [Float32Array.of(2.3, 2.1, 21.7, 20.2, 21.1, 3.3, 2.8, 21.9)]],
    ['a hole', [round(12, 12, 11, 40, 1), round(12, 12, 6, 40, -1)]],
    ['two discs over each other', [round(9, 12, 8, 40, 1), round(14.5, 12.2, 8, 40, 1)]],
    ['the same twice', [round(12, 12, 9, 30, 1), round(12, 12, 9, 30, 1)]],
    [
      'sides that lie on each other',
      [
        Float32Array.of(3.4, 3.6, 12.3, 3.6, 12.3, 20.2, 3.4, 20.2),
        Float32Array.of(12.3, 3.6, 20.1, 3.6, 20.1, 20.2, 12.3, 20.2),
        Float32Array.of(8.2, 3.6, 16.1, 3.6, 16.1, 11.5, 8.2, 11.5),
      ],
    ],
    ['a sliver', [Float32Array.of(1, 10.2, 23, 10.5, 23, 10.9, 1, 10.4)]],
    ['beyond all sides', [round(12, 12, 30, 7, 3)]],
  ])('covers what counting says: %s', (_name, outlines) => {
    const found = drawn(24, 24, (canvas) => fillOutlines(canvas, outlines, '#ffffff', rule));
    const expected = counted(24, 24, (x, y) => rules[rule](winding(outlines, x, y)));
    // Counting itself is this far off along edges that run with the grid: one row of 64, 4 of 255.
    expect(farthest(found, expected)).toBeLessThanOrEqual(4);
  });

  it('covers what counting says, whatever the outlines', () => {
    const position = fc.double({ min: -4, max: 14, noNaN: true });
    fc.assert(
      fc.property(
        fc.array(fc.array(position, { minLength: 6, maxLength: 14 }), { minLength: 1, maxLength: 3 }),
        (lists) => {
          const outlines = lists.map((list) => Float32Array.from(list.slice(0, 2 * (list.length >> 1))));
          const found = drawn(10, 10, (canvas) => fillOutlines(canvas, outlines, '#ffffff', rule));
          const expected = counted(10, 10, (x, y) => rules[rule](winding(outlines, x, y)));
          return farthest(found, expected) <= 6;
        },
      ),
      { numRuns: 100, seed: 4 },
    );
  });
});

describe('areas', () => {
  it('are exact: a box covers its share of each pixel', () => {
    const box = Float32Array.of(1.25, 1.5, 3.75, 1.5, 3.75, 3.125, 1.25, 3.125);
    const found = drawn(5, 5, (canvas) => fillOutlines(canvas, [box], '#ffffff'));
    const across = [0, 0.75, 1, 0.75, 0];
    const down = [0, 0.5, 1, 0.125, 0];
    expect([...found]).toEqual(down.flatMap((high) => across.map((wide) => Math.round(255 * high * wide))));
  });

  it('move evenly: a bar that rises by four pixels has a height for each of sixty frames', () => {
    const heights = Array.from({ length: 61 }, (_, n) => {
      const top = 8 - (4 * n) / 60;
      const bar = Float32Array.of(1, top, 4, top, 4, 10, 1, 10);
      const found = drawn(5, 10, (canvas) => fillOutlines(canvas, [bar], '#ffffff'));
      return found.filter((_, at) => at % 5 === 2).reduce((sum, value) => sum + value, 0) / 255;
    });
    expect(new Set(heights).size).toBe(61);
    heights.forEach((height, n) => expect(Math.abs(height - 2 - (4 * n) / 60)).toBeLessThanOrEqual(1 / 255));
  });

  it('do not depend on the order of outlines, nor on where a surface begins', () => {
    const outlines = [round(12, 12, 11, 5, 2), round(9, 14, 8, 60, 1), round(15, 9, 7, 3, -1)];
    const one = drawn(24, 24, (canvas) => fillOutlines(canvas, outlines, '#ffffff'));
    const other = drawn(24, 24, (canvas) => fillOutlines(canvas, [...outlines].reverse(), '#ffffff'));
    expect(other).toEqual(one);
    const moved = drawn(17, 13, (canvas) => fillOutlines(canvas, outlines, '#ffffff'), [1, 0, 0, 1, -5, -8]);
    moved.forEach((value, n) => expect(value).toBe(one[(Math.floor(n / 17) + 8) * 24 + (n % 17) + 5]));
  });

  it('of many outlines over each other are what one of them covers', () => {
    const one = round(12.3, 11.8, 9.4, 21, 1);
    const once = drawn(24, 24, (canvas) => fillOutlines(canvas, [one], '#ffffff'));
    const often = drawn(24, 24, (canvas) =>
      fillOutlines(
        canvas,
        Array.from({ length: 2100 }, () => one),
        '#ffffff',
      ),
    );
    // So many edges in a pixel are looked at in 16 even steps.
    expect(farthest(once, often)).toBeLessThanOrEqual(8);
  });
});

/** Distance of a place from a piece of a line, and how far along it the nearest place lies. */
function fromPiece(x: number, y: number, piece: number[]) {
  const x0 = piece[0]!;
  const y0 = piece[1]!;
  const dx = piece[2]! - x0;
  const dy = piece[3]! - y0;
  const along = ((x - x0) * dx + (y - y0) * dy) / (dx * dx + dy * dy);
  const t = Math.min(1, Math.max(0, along));
  // Math.hypot takes ten times as long, of which there are millions here.
  return {
    round: Math.sqrt((x - x0 - t * dx) ** 2 + (y - y0 - t * dy) ** 2),
    flat:
      along >= 0 && along <= 1
        ? Math.abs((x - x0) * dy - (y - y0) * dx) / Math.sqrt(dx * dx + dy * dy)
        : Infinity,
  };
}

const piecesOf = (points: Float32Array, closed: boolean): number[][] =>
  Array.from({ length: points.length / 2 - (closed ? 0 : 1) }, (_, n) => {
    const next = (n + 1) % (points.length / 2);
    return [points[2 * n]!, points[2 * n + 1]!, points[2 * next]!, points[2 * next + 1]!];
  });

const zigzag = Float32Array.of(3, 4, 20, 6, 4.5, 9, 19, 13.5, 6, 15, 21, 21);
const style = {
  width: 3.4,
  ends: 'round',
  corners: 'round',
  closed: false,
  dashes: [],
  dashOffset: 0,
} as const;

describe('lines', () => {
  it.each([
    ['a zigzag', zigzag, false],
    ['a thick zigzag', zigzag, false, 7],
    ['a triangle', Float32Array.of(4, 4, 20, 7, 9, 20), true],
    ['there and back', Float32Array.of(4, 12, 20, 12, 6, 12), false],
    ['a thin line', Float32Array.of(3, 3, 21, 9, 4, 20), false, 0.6],
    ['a bend tighter than its width', round(12, 12, 2.5, 24, 1), true, 9],
    ['a bend tighter than its width, open', round(12, 12, 3, 24, 0.7), false, 10],
    ['points closer than a pixel', round(12, 12, 8, 120, 1), false, 3],
  ])('with round corners and ends cover what lies near them: %s', (_name, points, closed, width = 3.4) => {
    const found = drawn(24, 24, (canvas) =>
      strokeLines(canvas, [points], { ...style, closed, width }, '#ffffff'),
    );
    const pieces = piecesOf(points, closed);
    const expected = counted(24, 24, (x, y) =>
      pieces.some((piece) => fromPiece(x, y, piece).round <= width / 2),
    );
    expect(farthest(found, expected)).toBeLessThanOrEqual(5);
  });

  it('with flat ends cover the rectangles, and wedges at their corners', () => {
    const found = drawn(24, 24, (canvas) =>
      strokeLines(canvas, [zigzag], { ...style, ends: 'flat', corners: 'plain' }, '#ffffff'),
    );
    const pieces = piecesOf(zigzag, false);
    const half = style.width / 2;
    // A wedge: the corner and both outer ends.
    const wedges = pieces.slice(1).flatMap((piece, n) => {
      const [x, y] = piece as [number, number];
      const side = (one: number[]) => {
        const [dx, dy] = [one[2]! - one[0]!, one[3]! - one[1]!];
        return [(-dy / Math.hypot(dx, dy)) * half, (dx / Math.hypot(dx, dy)) * half] as const;
      };
      const [before, after] = [side(pieces[n]!), side(piece)];
      return [1, -1].map((to) =>
        Float32Array.of(x, y, x + to * before[0], y + to * before[1], x + to * after[0], y + to * after[1]),
      );
    });
    const expected = counted(
      24,
      24,
      (x, y) =>
        pieces.some((piece) => fromPiece(x, y, piece).flat <= half) ||
        wedges.some((wedge) => winding([wedge], x, y) !== 0),
    );
    expect(farthest(found, expected)).toBeLessThanOrEqual(5);
  });

  it('by themselves unite where they overlap', () => {
    const lines = Float32Array.of(2, 3, 22, 20, 22, 3, 2, 20, 2.2, 3.3, 21.6, 19.7, 12, 1, 12, 23);
    const found = drawn(24, 24, (canvas) =>
      strokeSegments(canvas, lines, { width: 2.6, ends: 'flat' }, '#ffffff'),
    );
    const pieces = [0, 4, 8, 12].map((at) => [...lines.slice(at, at + 4)]);
    const expected = counted(24, 24, (x, y) => pieces.some((piece) => fromPiece(x, y, piece).flat <= 1.3));
    expect(farthest(found, expected)).toBeLessThanOrEqual(4);
  });

  it('have dashes of the lengths that are asked for', () => {
    const line = Float32Array.of(1, 2, 31, 2);
    const dashed = (dashes: number[], dashOffset: number) =>
      drawn(32, 4, (canvas) =>
        strokeLines(
          canvas,
          [line],
          { ...style, width: 2, ends: 'flat', corners: 'plain', dashes, dashOffset },
          '#ffffff',
        ),
      ).slice(32, 64);
    const isOn = (at: number, lengths: number[], offset: number) => {
      const all = lengths.length % 2 ? [...lengths, ...lengths] : lengths;
      const sum = all.reduce((one, other) => one + other, 0);
      let rest = (((at + offset) % sum) + sum) % sum;
      const n = all.findIndex((length) => (rest -= length) < 0);
      return n % 2 === 0;
    };
    for (const [lengths, offset] of [
      [[4, 2], 0],
      [[5, 1, 2], 0],
      [[3, 4], 5],
      [[3, 4], -2],
    ] as const)
      expect([...dashed([...lengths], offset)]).toEqual(
        Array.from({ length: 32 }, (_, x) =>
          x >= 1 && x < 31 && isOn(x - 0.5, [...lengths], offset) ? 255 : 0,
        ),
      );
  });

  it('that are closed have one dash where they begin and end, if both lie in one', () => {
    const square = Float32Array.of(4, 4, 20, 4, 20, 20, 4, 20);
    const found = drawn(24, 24, (canvas) =>
      strokeLines(
        canvas,
        [square],
        { ...style, width: 2, closed: true, ends: 'flat', corners: 'round', dashes: [10, 6], dashOffset: 5 },
        '#ffffff',
      ),
    );
    // The corner is whole: its outer quarter is part of a disc.
    expect(found[3 * 24 + 4]).toBe(255);
    expect(Math.abs(found[3 * 24 + 3]! - 255 * (Math.PI / 4))).toBeLessThanOrEqual(2);
  });
});

describe('circles', () => {
  it.each([0.4, 1, 3.3, 10.7])('of radius %d cover what lies nearer than that', (radius) => {
    const found = drawn(24, 24, (canvas) =>
      fillCircles(canvas, Float32Array.of(12.3, 11.6, radius), 0, '#ffffff'),
    );
    const expected = counted(24, 24, (x, y) => Math.hypot(x - 12.3, y - 11.6) <= radius);
    expect(farthest(found, expected)).toBeLessThanOrEqual(5);
    const area = found.reduce((sum, value) => sum + value / 255, 0);
    expect(Math.abs(area / (Math.PI * radius ** 2) - 1)).toBeLessThan(0.01);
  });

  it('unite', () => {
    const circles = Float32Array.of(8, 8, 5, 12, 9, 6, 8.1, 8, 5);
    const found = drawn(20, 20, (canvas) => fillCircles(canvas, circles, 0.5, '#ffffff'));
    const expected = counted(20, 20, (x, y) =>
      [0, 3, 6].some((at) => Math.hypot(x - circles[at]!, y - circles[at + 1]!) <= circles[at + 2]! + 0.5),
    );
    expect(farthest(found, expected)).toBeLessThanOrEqual(5);
  });
});

describe('gradients and matrices', () => {
  it('outlines go through a matrix that turns, mirrors and stretches', () => {
    const matrix: Matrix = [1.5, 0.5, 0.7, -1.1, 2, 16];
    const outline = round(5, 5, 4, 6, 1);
    const found = drawn(24, 24, (canvas) => fillOutlines(canvas, [outline], '#ffffff'), matrix);
    const [a, b, c, d, e, f] = matrix;
    const there = outline.map((_, i) => {
      const [x, y] = [outline[i - (i % 2)]!, outline[i - (i % 2) + 1]!];
      return i % 2 === 0 ? a * x + c * y + e : b * x + d * y + f;
    });
    const expected = counted(24, 24, (x, y) => winding([there], x, y) !== 0);
    expect(farthest(found, expected)).toBeLessThanOrEqual(4);
  });

  it('mixes colours before they are multiplied by opacity', () => {
    const paint = {
      kind: 'linear',
      ...{ x0: 0, y0: 0, x1: 16, y1: 0 },
      stops: [
        [0, '#ff000000'],
        [1, '#0000ffff'],
      ],
    } as const;
    passMemory().within(() => {
      const surface = new Surface(16, 1);
      fillOutlines(
        { surface, matrix: identity, opacity: 1, blend: 'normal' },
        [Float32Array.of(0, 0, 16, 0, 16, 1, 0, 1)],
        paint,
      );
      for (let x = 0; x < 16; x++) {
        const t = (x + 0.5) / 16;
        const expected = [255 * (1 - t) * t, 0, 255 * t * t, 255 * t];
        expected.forEach((value, i) =>
          expect(Math.abs(surface.bytes[4 * x + i]! - value)).toBeLessThanOrEqual(0.6),
        );
      }
    });
  });
});

it('cuts a surface by outlines', () => {
  const outlines = [round(12, 12, 11, 5, 2)];
  const found = drawn(24, 24, (canvas) => {
    fillOutlines(canvas, [Float32Array.of(0, 0, 24, 0, 24, 24, 0, 24)], '#ffffff');
    cutByOutlines(canvas.surface, identity, outlines);
  });
  expect(found).toEqual(drawn(24, 24, (canvas) => fillOutlines(canvas, outlines, '#ffffff', 'evenodd')));
});
