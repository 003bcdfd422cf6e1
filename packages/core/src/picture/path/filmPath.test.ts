import { describe, expect, it } from 'vitest';
import { recordSchema } from '../../contract/property/schema';
import { built, filmPath, hd } from '../../testing';
import { pathBounds } from './bounds';
import { defaultPath, pathRecord, transformPath, type PathChange } from './filmPath';
import { flattenPath } from './flatten';
import { PathCache } from './pathCache';
import { pathKinds, type PathKind } from './registry';

const outline = { data: 'M0 0H80Q100 0 100 20V100H0Z' };
const kinds = Object.keys(pathKinds) as PathKind[];
const standard = (kind: PathKind) =>
  defaultPath(kind, 'path', 'Path', hd, kind === 'text' || kind === 'image' ? outline : {});
const paths = new PathCache();

describe.each(kinds)('a path of kind %s, moved, rotated and scaled', (kind) => {
  const path = standard(kind);
  const change: PathChange = {
    pivot: { x: 400, y: 300 },
    scale: 1.5,
    rotation: 30,
    move: { x: 40, y: -25 },
  };
  const changed = transformPath(path, change);
  const place = (x: number, y: number): [number, number] => {
    const [cos, sin] = [1.5 * Math.cos(Math.PI / 6), 1.5 * Math.sin(Math.PI / 6)];
    const [dx, dy] = [x - 400, y - 300];
    return [400 + cos * dx - sin * dy + 40, 300 + sin * dx + cos * dy - 25];
  };

  it('is every one of its places moved so', () => {
    const [before, after] = [paths.get(path), paths.get(changed)];
    expect(after.length / before.length).toBeCloseTo(1.5, 3);
    for (let i = 0; i <= 20; i++) {
      const { x, y } = before.at((i / 20) * before.length * 0.999);
      const [toX, toY] = place(x, y);
      const there = after.at((i / 20) * after.length * 0.999);
      expect(Math.hypot(there.x - toX, there.y - toY)).toBeLessThan(0.3);
    }
  });

  it('is still one that the format takes', () => {
    expect(recordSchema(pathRecord).isValidSync(changed, { strict: true })).toBe(true);
  });
});

describe('the place of a path', () => {
  it('scales width and height apart: a circle becomes the ellipse of the closed form, its normals square to it', () => {
    const path = built('circle', { radius: 100 }, { scale: { x: 2, y: 1 }, position: { x: 10, y: 20 } });
    const ellipse = built('ellipse', { radiusX: 200, radiusY: 100 });
    // Measured on straight parts of a fifth of a unit's tolerance.
    expect(path.length / ellipse.length).toBeCloseTo(1, 3);
    for (let i = 0; i < 24; i++) {
      const { x, y, normalX, normalY } = path.at((i / 24) * path.length);
      const [ownX, ownY] = [x - 10, y - 20];
      expect((ownX / 200) ** 2 + (ownY / 100) ** 2).toBeCloseTo(1, 9);
      // The gradient of x^2 / a^2 + y^2 / b^2.
      const [gradientX, gradientY] = [ownX / 200 ** 2, ownY / 100 ** 2];
      const size = Math.hypot(gradientX, gradientY);
      expect([normalX, normalY]).toEqual([
        expect.closeTo(gradientX / size, 9),
        expect.closeTo(gradientY / size, 9),
      ]);
    }
  });

  it('scaled alike, is measured as much longer', () => {
    const path = built('star', { radius: 50 }, { scale: { x: 3, y: 3 }, rotation: 77 });
    expect(path.length).toBeCloseTo(3 * built('star', { radius: 50 }).length, 9);
  });
});

describe('kept paths', () => {
  it('of one setting are one object; a place that is driven makes no shape anew', () => {
    const cache = new PathCache();
    const path = filmPath('star');
    expect(cache.get(path)).toBe(cache.get(path));
    const copy = structuredClone(path);
    expect(cache.shape(copy.shape)).toBe(cache.shape(path.shape));
    const moved = cache.get({ ...path, rotation: 12 });
    expect(moved.mapped?.base).toBe(cache.shape(path.shape));
  });
});

describe('flattening', () => {
  it.each(kinds)('%s: straight parts stay within the tolerance', (kind) => {
    const path = paths.get(standard(kind));
    const { points, lengths } = flattenPath(path, 0.1);
    for (let i = 1; i < points.length; i++) {
      const { x, y } = path.at((lengths[i - 1]! + lengths[i]!) / 2);
      const [a, b] = [points[i - 1]!, points[i]!];
      expect(Math.hypot(x - (a.x + b.x) / 2, y - (a.y + b.y) / 2)).toBeLessThan(0.11);
    }
  });

  it('gives the box of a path', () => {
    const circle = built('circle', { radius: 100 }, { position: { x: 10, y: 20 } });
    expect(pathBounds(circle)).toEqual([-90, -80, 110, 120].map((value) => expect.closeTo(value, 1)));
  });
});
