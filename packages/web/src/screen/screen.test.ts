import {
  applyMatrix,
  invertMatrix,
  cornerPoint,
  defaultFilm,
  defaultsOf,
  falloffRecord,
  newLayer,
  placeStandard,
  type DrawnPoint,
  type Falloff,
  type Place,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { moveHandle, movePoint, removePoint, simplifyTrace, toggleSmooth } from './drawnChanges';
import { falloffHandles, falloffOutlines } from './falloffHandles';
import { matrixAround } from './matrices';
import { placeHandles } from './placeHandles';
import { pictureLines, snapAngle, snapToLines } from './snapping';

describe('snapping', () => {
  const lines = pictureLines(1920, 1080);

  it('takes the nearest line of each direction within reach', () => {
    expect(snapToLines(963, 200, lines, 8)).toEqual({ x: 960, y: 200, lines: [{ axis: 'x', at: 960 }] });
    expect(snapToLines(4, 1076, lines, 8)).toMatchObject({ x: 0, y: 1080 });
    expect(snapToLines(900, 200, lines, 8).lines).toEqual([]);
  });

  it('turns to steps of 15 degrees, keeping the distance', () => {
    const { x, y } = snapAngle(0, 0, 100, 4);
    expect([x, y]).toEqual([expect.closeTo(Math.hypot(100, 4), 9), expect.closeTo(0, 9)]);
    const turned = snapAngle(10, 10, 10 + 70, 10 + 74);
    expect(Math.atan2(turned.y - 10, turned.x - 10)).toBeCloseTo(Math.PI / 4, 9);
  });
});

describe('points of a drawn curve', () => {
  const smooth: DrawnPoint = {
    ...cornerPoint('b', 50, 50),
    in: { x: -20, y: 0 },
    out: { x: 10, y: 0 },
    smooth: true,
  };
  const points = [cornerPoint('a', 0, 0), smooth, cornerPoint('c', 100, 0)];

  it('move with their handles', () => {
    expect(movePoint(points, 1, 60, 70)[1]).toEqual({ ...smooth, at: { x: 60, y: 70 } });
  });

  it('smooth, keep both handles in line, each as long as it was', () => {
    const moved = moveHandle(points, 1, 'out', 0, 30)[1]!;
    expect(moved).toMatchObject({ out: { x: 0, y: 30 }, in: { x: 0, y: -20 } });
    const corner = moveHandle(points, 0, 'out', 5, 5)[0]!;
    expect(corner).toMatchObject({ out: { x: 5, y: 5 }, in: { x: 0, y: 0 } });
  });

  it('become corners and smooth points again', () => {
    const corner = toggleSmooth({ points, closed: false }, 1);
    expect(corner[1]).toEqual(cornerPoint('b', 50, 50));
    const again = toggleSmooth({ points: corner, closed: false }, 1)[1]!;
    expect(again.smooth).toBe(true);
    // Along the line of the neighbours: level.
    expect([again.in.y, again.out.y]).toEqual([0, 0]);
    expect(again.out.x).toBeGreaterThan(0);
    expect(removePoint(points, 1)).toHaveLength(2);
  });

  it('of a line drawn by hand are few, and the curve stays near it', () => {
    const trace = Array.from({ length: 200 }, (_, i): [number, number] => [i * 4, 100 * Math.sin(i / 20)]);
    const drawn = simplifyTrace(trace, 4, false);
    expect(drawn.length).toBeGreaterThan(4);
    expect(drawn.length).toBeLessThan(20);
    expect([drawn[0]!.at.x, drawn.at(-1)!.at.x]).toEqual([0, 796]);
    const circle = Array.from({ length: 90 }, (_, i): [number, number] => [
      100 * Math.cos((i * 4 * Math.PI) / 180),
      100 * Math.sin((i * 4 * Math.PI) / 180),
    ]);
    const closed = simplifyTrace(circle, 2, true);
    const [first, last] = [closed[0]!, closed.at(-1)!];
    expect(Math.hypot(first.at.x - last.at.x, first.at.y - last.at.y)).toBeGreaterThan(10);
    expect(Math.hypot(first.in.x, first.in.y)).toBeGreaterThan(1);
  });
});

describe('handles of regions', () => {
  const standard: Falloff = {
    ...defaultsOf(falloffRecord, { width: 1920, height: 1080 }),
    id: 'region',
    shape: 'circle',
  };

  it.each(['circle', 'box', 'linear'] as const)('of a %s stay where they are put', (shape) => {
    const falloff = { ...standard, shape, rotation: shape === 'circle' ? 0 : 30 };
    falloffHandles(falloff, 0).forEach((handle, i) => {
      const out = [handle.x - falloff.center.x, handle.y - falloff.center.y] as const;
      const length = Math.hypot(...out) || 1;
      const [x, y] = [handle.x + (40 * out[0]) / length, handle.y + (40 * out[1]) / length];
      const moved = falloffHandles({ ...falloff, ...handle.drag(x, y) }, 0)[i]!;
      if (!handle.turns) expect(Math.hypot(moved.x - x, moved.y - y)).toBeLessThan(1.5);
    });
    expect(falloffOutlines(falloff).length).toBe(2);
  });

  it('along the path there are none', () => {
    expect(falloffHandles({ ...standard, shape: 'path' }, 0)).toEqual([]);
    expect(falloffOutlines({ ...standard, shape: 'path' })).toEqual([]);
  });
});

describe('groups on the Screen', () => {
  const film = defaultFilm('x');
  const group = (id: string, group: string | null, place: Partial<Place>) =>
    newLayer('group', film, { id, name: 'G', group, place: { ...placeStandard, ...place } });
  const layer = { ...film.layers[0]!, group: 'g' };

  it('their places are gone through from inside out, and back', () => {
    const layers = [
      layer,
      group('g', 'h', { position: { x: 100, y: 0 } }),
      group('h', null, { scale: { x: 2, y: 2 } }),
    ];
    const matrix = matrixAround({ ...film, layers }, layer);
    expect(applyMatrix(matrix, 960, 540)).toEqual([1160, 540]);
    const [x, y] = applyMatrix(invertMatrix(matrix), ...applyMatrix(matrix, 12, 34));
    expect([x, y]).toEqual([expect.closeTo(12, 9), expect.closeTo(34, 9)]);
    expect(matrixAround(film, film.layers[0]!)).toEqual([1, 0, 0, 1, 0, 0]);
  });

  it('layers are moved, sized and rotated by handles', () => {
    const place = { ...placeStandard, position: { x: 20, y: 0 } };
    const [move, size, turn] = placeHandles('G', place, film);
    expect([move!.x, move!.y]).toEqual([980, 540]);
    expect(move!.drag(1000, 500)).toEqual({ position: { x: 40, y: -40 } });
    expect(size!.drag(980 + 320, 540)).toEqual({ scale: { x: 2, y: 2 } });
    expect(turn!.drag(980 + 50, 540)).toEqual({ rotation: 90 });
  });
});
