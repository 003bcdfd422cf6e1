import { describe, expect, it } from 'vitest';
import { pathBounds } from './bounds';
import { flattenPath } from './flatten';
import { buildPath, pathKinds, type PathKind, type PathSettings } from './registry';
import { transformShape, type ShapeChange } from './transformShape';

const outline = { data: 'M0 0H80Q100 0 100 20V100H0Z', scale: 3 };
const kinds = Object.keys(pathKinds) as PathKind[];
const standard = (kind: PathKind): PathSettings => {
  const shape = pathKinds[kind].defaults(1920, 1080);
  return (
    shape.kind === 'text' || shape.kind === 'picture' ? { ...shape, ...outline } : shape
  ) as PathSettings;
};

describe.each(kinds)('a path of kind %s, moved, turned and scaled', (kind) => {
  const shape = standard(kind);
  const change: ShapeChange = { pivotX: 400, pivotY: 300, scale: 1.5, turn: 30, moveX: 40, moveY: -25 };
  const changed = transformShape(shape, change);
  const place = (x: number, y: number): [number, number] => {
    const [cos, sin] = [1.5 * Math.cos(Math.PI / 6), 1.5 * Math.sin(Math.PI / 6)];
    const [dx, dy] = [x - 400, y - 300];
    return [400 + cos * dx - sin * dy + 40, 300 + sin * dx + cos * dy - 25];
  };

  it('is every one of its places moved so', () => {
    const [before, after] = [buildPath(shape), buildPath(changed)];
    expect(after.length / before.length).toBeCloseTo(1.5, 3);
    for (let i = 0; i <= 20; i++) {
      const { x, y } = before.at((i / 20) * before.length * 0.999);
      const [toX, toY] = place(x, y);
      const there = after.at((i / 20) * after.length * 0.999);
      expect(Math.hypot(there.x - toX, there.y - toY)).toBeLessThan(0.3);
    }
  });

  it('is still one that the format takes', () => {
    expect(pathKinds[kind].schema.isValidSync(changed, { strict: true })).toBe(true);
  });
});

describe('flattening', () => {
  it.each(kinds)('%s: straight parts stay within the tolerance', (kind) => {
    const path = buildPath(standard(kind));
    const { points, lengths } = flattenPath(path, 0.1);
    for (let i = 1; i < points.length; i++) {
      const { x, y } = path.at((lengths[i - 1]! + lengths[i]!) / 2);
      const [a, b] = [points[i - 1]!, points[i]!];
      expect(Math.hypot(x - (a.x + b.x) / 2, y - (a.y + b.y) / 2)).toBeLessThan(0.11);
    }
  });

  it('gives the box of a path', () => {
    const circle = { ...pathKinds.circle.defaults(1920, 1080), centerX: 10, centerY: 20, radius: 100 };
    expect(pathBounds(buildPath(circle))).toEqual(
      [-90, -80, 110, 120].map((value) => expect.closeTo(value, 1)),
    );
  });
});
