import { describe, expect, it } from 'vitest';
import { recordSchema } from '../../contract/property/schema';
import { built as build, filmPath, hd, variants } from '../../testing';
import { cornerPoint, insertPoint } from './drawn';
import { pathAs, pathRecord } from './filmPath';
import { markPositions } from './path';
import { cubicCurve, curvePiece, joinPieces } from './pieces';
import { isClosedShape, pathKinds, shapeAs, shapeHandles, type PathKind, type PathShape } from './registry';
import { trimPath } from './trim';

describe('arc lengths against closed forms', () => {
  it('of a line, a circle, an arc', () => {
    expect(build('line', { start: { x: 1, y: 2 }, end: { x: 4, y: 6 } }).length).toBeCloseTo(5, 12);
    expect(build('circle', { radius: 40 }).length).toBeCloseTo(80 * Math.PI, 9);
    expect(build('arc', { radius: 40, sweep: 90 }).length).toBeCloseTo(20 * Math.PI, 9);
  });

  it.each([
    [200, 100],
    [300, 30],
    [50, 50],
  ])('of an ellipse of %d by %d, against the series in h', (a, b) => {
    // Perimeter = pi (a + b) sum over n of binomial(1/2, n)^2 h^n, h = ((a - b) / (a + b))^2 (Ivory's series).
    const h = ((a - b) / (a + b)) ** 2;
    let binomial = 1;
    let sum = 0;
    for (let n = 0; n < 400; n++) {
      sum += binomial * binomial * h ** n;
      binomial *= (0.5 - n) / (n + 1);
    }
    expect(build('ellipse', { radiusX: a, radiusY: b }).length / (Math.PI * (a + b) * sum)).toBeCloseTo(1, 7);
  });

  it('of a quarter circle as a Bezier with handles of 0.5522847: a quarter of the circle, within 0.03 percent', () => {
    const k = 0.5522847;
    const { length } = curvePiece(cubicCurve([0, 1, k, 1, 1, k, 1, 0]));
    expect(Math.abs(length / (Math.PI / 2) - 1)).toBeLessThan(3e-4);
  });

  it('of a rectangle with round corners, a polygon, a star', () => {
    const box = build('rectangle', { width: 300, height: 200, corner: 20 }, { rotation: 33 });
    expect(box.length).toBeCloseTo(2 * (260 + 160) + 40 * Math.PI, 6);
    expect(build('polygon', { radius: 100, corners: 6 }, { rotation: 10 }).length).toBeCloseTo(600, 9);
    const side = Math.hypot(100 - 50 * Math.cos(Math.PI / 5), 50 * Math.sin(Math.PI / 5));
    expect(build('star', { radius: 100, corners: 5, inner: 0.5 }).length).toBeCloseTo(10 * side, 9);
  });

  it('of a spiral of Archimedes from its middle', () => {
    // r = a angle: length = a / 2 (angle sqrt(1 + angle^2) + arsinh(angle)).
    const angle = 2 * Math.PI * 3;
    const a = 300 / angle;
    const expected = (a / 2) * (angle * Math.sqrt(1 + angle ** 2) + Math.asinh(angle));
    expect(build('spiral', { inner: 0, radius: 300, turns: 3 }).length / expected).toBeCloseTo(1, 6);
  });
});

const kinds = Object.keys(pathKinds) as PathKind[];
/** What outlines that are made from elsewhere hold here: a square with a round corner. */
const outline = { data: 'M0 0H80Q100 0 100 20V100H0Z' };

describe.each(kinds)('%s', (kind) => {
  const given = kind === 'text' || kind === 'image' ? outline : {};
  const place = { scale: { x: 3, y: 3 }, rotation: 20 };
  const path = build(kind, given, place);

  it('sets marks at equal arc lengths, within 0.1 percent', () => {
    const positions = markPositions(path, 40);
    // Measured along the path itself, by many short straight steps.
    const measured = positions.slice(1).map((to, i) => {
      const from = positions[i]!;
      const steps = 3000;
      let sum = 0;
      for (let n = 0; n < steps; n++) {
        const a = path.at(from + ((to - from) * n) / steps);
        const b = path.at(from + ((to - from) * (n + 1)) / steps);
        sum += Math.hypot(b.x - a.x, b.y - a.y);
      }
      return sum;
    });
    for (const gap of measured) expect(Math.abs(gap / (path.length / 40) - 1)).toBeLessThan(1e-3);
  });

  it('has unit normals, square to the path', () => {
    for (const s of markPositions(path, 23)) {
      const { normalX, normalY } = path.at(s);
      const [a, b] = [path.at(s - 1e-3), path.at(s + 1e-3)];
      expect(Math.hypot(normalX, normalY)).toBeCloseTo(1, 9);
      const along = ((b.x - a.x) * normalX + (b.y - a.y) * normalY) / 2e-3;
      // A corner of a polygon has none to be square to.
      if (Math.hypot(b.x - a.x, b.y - a.y) > 1.99e-3) expect(Math.abs(along)).toBeLessThan(1e-2);
    }
  });

  it('offers to move its start only where that shows', () => {
    const settings = filmPath(kind, given);
    const moved = build(kind, given, { ...place, startOffset: 0.3 }).at(1);
    const differs = Math.hypot(moved.x - path.at(1).x, moved.y - path.at(1).y) > 1;
    // Path data may be closed or open, one line or several.
    if (!('data' in settings.shape)) expect(isClosedShape(settings.shape)).toBe(differs);
  });

  it('takes over from another kind what both have', () => {
    const circle = filmPath('circle', {}, { position: { x: 77, y: 3 }, trimStart: 0.25 });
    const other = pathAs(circle, kind, hd);
    expect(other).toMatchObject({ shape: { kind }, position: { x: 77, y: 3 }, trimStart: 0.25 });
    expect(recordSchema(pathRecord).isValidSync(other, { strict: true })).toBe(true);
  });

  it('has handles that stay where they are put', () => {
    const { shape } = filmPath(kind, given);
    for (const [i, handle] of shapeHandles(shape).entries()) {
      const change = handle.drag(handle.x + 20, handle.y - 20);
      const moved = shapeHandles({ ...shape, ...change } as PathShape)[i]!;
      expect(Math.hypot(moved.x - handle.x, moved.y - handle.y)).toBeGreaterThan(10);
    }
  });
});

describe('another kind of path', () => {
  it('is one that can be saved, whatever the first one was set to', () => {
    for (const from of kinds) {
      const { record, defaults } = pathKinds[from];
      for (const shape of variants(record.groups, defaults(hd))) {
        for (const to of kinds) {
          const other = shapeAs(shape as unknown as PathShape, to, hd);
          const valid = recordSchema(pathKinds[to].record).isValidSync(other, { strict: true });
          expect(valid, `${from} as ${to}`).toBe(true);
        }
      }
    }
  });
});

describe('normals', () => {
  it.each(['circle', 'ellipse', 'rectangle', 'polygon', 'star'] as const)(
    'of a closed %s point away from its middle',
    (kind) => {
      const path = build(kind, {});
      for (const s of markPositions(path, 31)) {
        const { x, y, normalX, normalY } = path.at(s);
        expect(x * normalX + y * normalY).toBeGreaterThan(0);
      }
    },
  );

  it('of a line point to the left of its direction: up, when it runs to the right', () => {
    expect(build('line', { start: { x: 0, y: 0 }, end: { x: 10, y: 0 } }).at(3)).toEqual({
      ...{ x: 3, y: 0 },
      normalX: expect.closeTo(0, 12) as number,
      normalY: -1,
    });
  });

  it('point outwards whichever way a closed path was drawn', () => {
    for (const data of ['M0 0H10V10H0Z', 'M0 0V10H10V0Z']) {
      const path = build('svg', { data });
      const { x, y, normalX, normalY } = path.at(2);
      expect(x * normalX + y * normalY).toBeCloseTo(5, 6);
    }
  });
});

describe('along a path', () => {
  const line = build('line', { start: { x: 0, y: 0 }, end: { x: 100, y: 0 } });
  const all = { trimStart: 0, trimEnd: 1, startOffset: 0, reverse: false };

  it('only a part is used', () => {
    const part = trimPath(line, { ...all, trimStart: 0.2, trimEnd: 0.5 });
    expect([part.length, part.at(0).x, part.at(30).x]).toEqual([30, 20, 50].map((x) => expect.closeTo(x, 9)));
  });

  it('it runs the other way, its normals staying on their side', () => {
    const back = trimPath(line, { ...all, reverse: true });
    expect(back.at(10).x).toBeCloseTo(90, 9);
    expect(back.at(10).normalY).toBe(-1);
  });

  it('the start of a closed path moves on, and a part of it is open', () => {
    const circle = build('circle', { radius: 100 }, { startOffset: 0.25 });
    expect(circle.at(0).x).toBeCloseTo(100, 6);
    expect(circle.closed).toBe(true);
    expect(build('circle', { radius: 100 }, { trimEnd: 0.5 }).closed).toBe(false);
  });

  it('a path of no length puts all marks on one spot', () => {
    const point = joinPieces([], false);
    expect([point.length, point.at(5)]).toEqual([0, { x: 0, y: 0, normalX: 0, normalY: -1 }]);
  });
});

describe('a drawn curve', () => {
  const smooth = { in: { x: -30, y: 10 }, out: { x: 30, y: -10 }, smooth: true };
  const points = [
    cornerPoint('a', 0, 0),
    { id: 'b', at: { x: 100, y: 50 }, ...smooth },
    cornerPoint('c', 200, 0),
  ];
  const positionsOf = (settings: { points: typeof points; closed: boolean }) => {
    const path = build('drawn', settings);
    return Array.from({ length: 50 }, (_, i) => path.at((i / 50) * path.length));
  };

  it('without handles is a polyline', () => {
    const path = build('drawn', {
      points: [cornerPoint('a', 0, 0), cornerPoint('b', 30, 40), cornerPoint('c', 30, 100)],
    });
    expect(path.length).toBeCloseTo(110, 9);
    expect(build('drawn', { points: [] }).length).toBe(0);
  });

  it.each([
    [false, 0, 0.3],
    [false, 1, 0.5],
    [true, 2, 0.7],
  ])('keeps its shape when a point is added (closed: %s, after point %d)', (closed, index, t) => {
    const added = insertPoint({ points, closed }, index, t, 'new');
    expect(added).toHaveLength(4);
    const before = positionsOf({ points, closed });
    positionsOf({ points: added, closed }).forEach(({ x, y }, i) => {
      expect(Math.hypot(x - before[i]!.x, y - before[i]!.y)).toBeLessThan(1e-3);
    });
  });
});

describe('a path of several lines', () => {
  const letterO = 'M0 0H100V100H0ZM30 30H70V70H30Z';
  const settings = { data: letterO, lines: 'all' } as const;
  const place = { position: { x: 50, y: 50 } };

  it('is measured through all of them', () => {
    const path = build('svg', settings, place);
    expect(path.length).toBeCloseTo(400 + 160, 9);
    expect(path.parts).toHaveLength(2);
    expect(path.at(410)).toMatchObject({ x: expect.closeTo(40, 9), y: expect.closeTo(30, 9) });
    expect(build('svg', { ...settings, lines: 'longest' }, place).length).toBeCloseTo(400, 9);
  });

  it('has its outside in its holes, too', () => {
    const path = build('svg', settings, place);
    expect(path.at(10)).toMatchObject({ normalY: -1 });
    // The upper side of the hole: off the ink is down.
    expect(path.at(420)).toMatchObject({ normalY: 1 });
  });

  it('is cut across its lines, and runs the other way', () => {
    const half = build('svg', settings, { ...place, trimStart: 0.5 });
    expect(half.length).toBeCloseTo(280, 9);
    expect(half.parts!.map(({ closed }) => closed)).toEqual([false, true]);
    const back = build('svg', settings, { ...place, reverse: true });
    expect(back.at(0)).toMatchObject({ x: expect.closeTo(30, 6), y: expect.closeTo(30, 6) });
  });
});
