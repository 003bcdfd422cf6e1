import { describe, expect, it } from 'vitest';
import { shownFields } from '../property/field';
import { variants } from '../testing';
import { partOfPath } from './along';
import { markPositions, type Path } from './path';
import { cubicCurve, curvePiece, joinPieces } from './pieces';
import { cornerPoint } from './drawnPoints';
import { insertPoint } from './drawn';
import { buildPath, pathAs, pathKinds, type PathKind, type PathOf, type PathSettings } from './registry';

const build = <Kind extends PathKind>(kind: Kind, part: Partial<PathOf<Kind>>): Path =>
  buildPath({ ...pathKinds[kind].defaults(1920, 1080), ...part } as never);

describe('arc lengths against closed forms', () => {
  it('of a line, a circle, an arc', () => {
    expect(build('line', { x1: 1, y1: 2, x2: 4, y2: 6 }).length).toBeCloseTo(5, 12);
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
    const box = build('rectangle', { width: 300, height: 200, corner: 20, turn: 33 });
    expect(box.length).toBeCloseTo(2 * (260 + 160) + 40 * Math.PI, 6);
    expect(build('polygon', { radius: 100, corners: 6, turn: 10 }).length).toBeCloseTo(600, 9);
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
const outline = { data: 'M0 0H80Q100 0 100 20V100H0Z', scale: 3 };

describe.each(kinds)('%s', (kind) => {
  const given = kind === 'text' || kind === 'picture' ? outline : {};
  const path = build(kind, given);

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

  it('offers to move its start on only where that shows', () => {
    const settings = { ...pathKinds[kind].defaults(1920, 1080), ...given };
    const offered = shownFields(pathKinds[kind].fields, { ...settings })
      .flatMap(({ fields }) => fields)
      .some(({ key }) => key === 'shift');
    const moved = build(kind, { ...given, shift: 0.3 }).at(1);
    const differs = Math.hypot(moved.x - path.at(1).x, moved.y - path.at(1).y) > 1;
    // Path data may be closed or open, one line or several.
    if (!('data' in settings)) expect(offered).toBe(differs);
  });

  it('takes over from another kind what both have', () => {
    const circle = { ...pathKinds.circle.defaults(1920, 1080), centerX: 77, from: 0.25 };
    const other = pathAs(circle, kind, 1920, 1080);
    expect(other.kind).toBe(kind);
    expect(other.from).toBe(0.25);
    if ('centerX' in other) expect(other.centerX).toBe(77);
  });
});

describe('another kind of path', () => {
  it('is one that can be saved, whatever the first one was set to', () => {
    for (const from of kinds) {
      const { fields, defaults } = pathKinds[from];
      for (const path of variants(fields, defaults(1920, 1080))) {
        for (const to of kinds) {
          const other = pathAs(path as unknown as PathSettings, to, 1920, 1080);
          expect(pathKinds[to].schema.isValidSync(other, { strict: true }), `${from} as ${to}`).toBe(true);
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
        expect((x - 960) * normalX + (y - 540) * normalY).toBeGreaterThan(0);
      }
    },
  );

  it('of a line point to the left of its direction: up, when it runs to the right', () => {
    expect(build('line', { x1: 0, y1: 0, x2: 10, y2: 0 }).at(3)).toEqual({
      ...{ x: 3, y: 0 },
      normalX: expect.closeTo(0, 12) as number,
      normalY: -1,
    });
  });

  it('point outwards whichever way a closed path was drawn', () => {
    for (const data of ['M0 0H10V10H0Z', 'M0 0V10H10V0Z']) {
      const path = build('svg', { data, centerX: 0, centerY: 0, scale: 1, turn: 0 });
      const { x, y, normalX, normalY } = path.at(2);
      expect(x * normalX + y * normalY).toBeCloseTo(5, 6);
    }
  });
});

describe('along a path', () => {
  const line = build('line', { x1: 0, y1: 0, x2: 100, y2: 0 });
  const along = { from: 0, to: 1, shift: 0, reverse: false };

  it('only a part is used', () => {
    const part = partOfPath(line, { ...along, from: 0.2, to: 0.5 });
    expect([part.length, part.at(0).x, part.at(30).x]).toEqual([30, 20, 50].map((x) => expect.closeTo(x, 9)));
  });

  it('it runs the other way, its normals staying on their side', () => {
    const back = partOfPath(line, { ...along, reverse: true });
    expect(back.at(10).x).toBeCloseTo(90, 9);
    expect(back.at(10).normalY).toBe(-1);
  });

  it('the start of a closed path moves on, and a part of it is open', () => {
    const circle = build('circle', { centerX: 0, centerY: 0, radius: 100, start: 0, shift: 0.25 });
    expect(circle.at(0).x).toBeCloseTo(100, 6);
    expect(circle.closed).toBe(true);
    expect(build('circle', { radius: 100, to: 0.5 }).closed).toBe(false);
  });

  it('a path of no length puts all marks on one spot', () => {
    const point = joinPieces([], false);
    expect([point.length, point.at(5)]).toEqual([0, { x: 0, y: 0, normalX: 0, normalY: -1 }]);
  });
});

describe('a drawn curve', () => {
  const smooth = { inX: -30, inY: 10, outX: 30, outY: -10, smooth: true };
  const points = [cornerPoint(0, 0), { x: 100, y: 50, ...smooth }, cornerPoint(200, 0)];
  const places = (settings: { points: typeof points; closed: boolean }) => {
    const path = build('drawn', settings);
    return Array.from({ length: 50 }, (_, i) => path.at((i / 50) * path.length));
  };

  it('without handles is a polyline', () => {
    const path = build('drawn', { points: [cornerPoint(0, 0), cornerPoint(30, 40), cornerPoint(30, 100)] });
    expect(path.length).toBeCloseTo(110, 9);
    expect(build('drawn', { points: [] }).length).toBe(0);
  });

  it.each([
    [false, 0, 0.3],
    [false, 1, 0.5],
    [true, 2, 0.7],
  ])('keeps its shape when a point is added (closed: %s, after point %d)', (closed, index, t) => {
    const added = insertPoint({ points, closed }, index, t);
    expect(added).toHaveLength(4);
    const before = places({ points, closed });
    places({ points: added, closed }).forEach(({ x, y }, i) => {
      expect(Math.hypot(x - before[i]!.x, y - before[i]!.y)).toBeLessThan(1e-3);
    });
  });
});

describe('a path of several lines', () => {
  const letterO = 'M0 0H100V100H0ZM30 30H70V70H30Z';
  const settings = { data: letterO, scale: 1, centerX: 50, centerY: 50, turn: 0, lines: 'all' } as const;

  it('is measured through all of them', () => {
    const path = build('svg', settings);
    expect(path.length).toBeCloseTo(400 + 160, 9);
    expect(path.parts).toHaveLength(2);
    expect(path.at(410)).toMatchObject({ x: expect.closeTo(40, 9), y: expect.closeTo(30, 9) });
    expect(build('svg', { ...settings, lines: 'longest' }).length).toBeCloseTo(400, 9);
  });

  it('has its outside in its holes, too', () => {
    const path = build('svg', settings);
    expect(path.at(10)).toMatchObject({ normalY: -1 });
    // The upper side of the hole: off the ink is down.
    expect(path.at(420)).toMatchObject({ normalY: 1 });
  });

  it('is cut across its lines, and runs the other way', () => {
    const half = build('svg', { ...settings, from: 0.5, to: 1 });
    expect(half.length).toBeCloseTo(280, 9);
    expect(half.parts!.map(({ closed }) => closed)).toEqual([false, true]);
    const back = build('svg', { ...settings, reverse: true });
    expect(back.at(0)).toMatchObject({ x: expect.closeTo(30, 6), y: expect.closeTo(30, 6) });
  });
});
