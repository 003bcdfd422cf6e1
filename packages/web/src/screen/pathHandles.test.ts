import {
  defaultPath,
  fieldsOf,
  parseFilm,
  defaultFilm,
  pathKinds,
  type FilmPath,
  type PathKind,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import type { Handle } from './handle';
import { placeHandlesOf, shapeHandlesOf } from './pathHandles';

const picture = { width: 1920, height: 1080 };
const kinds = Object.keys(pathKinds) as PathKind[];
const standard = (kind: PathKind): FilmPath => {
  const path = defaultPath(kind, 'path', 'Path', picture);
  // Outlines that are made elsewhere: of a square.
  if ('data' in path.shape) path.shape.data = 'M0 0H500V500H0Z';
  return path;
};
type PathHandle = Handle<Partial<FilmPath>>;
const handlesOf = (path: FilmPath): PathHandle[] => [...placeHandlesOf(path), ...shapeHandlesOf(path)];

describe.each(kinds)('handles of a path of kind %s', (kind) => {
  const path = standard(kind);

  it.each([
    ['the place', placeHandlesOf],
    ['the shape', shapeHandlesOf],
  ] as const)('of %s stay where they are put', (_what, handles: (path: FilmPath) => PathHandle[]) => {
    for (const [i, handle] of handles(path).entries()) {
      const moved = handles({ ...path, ...handle.drag(handle.x + 20, handle.y + 20) })[i]!;
      // Handles that rotate keep their distance, and those that slide along a direction keep to it.
      const slides = handle.turns || handle.x === moved.x || handle.y === moved.y;
      if (!slides) expect(Math.hypot(moved.x - handle.x, moved.y - handle.y)).toBeGreaterThan(10);
    }
  });

  it('change fields that the path has, to values that can be saved', () => {
    const film = defaultFilm('x');
    for (const handle of handlesOf(path)) {
      const changed = { ...path, ...handle.drag(handle.x - 37.4, handle.y + 11.2) };
      expect(Object.keys(changed).sort()).toEqual(Object.keys(path).sort());
      expect(Object.keys(changed.shape).sort()).toEqual(
        ['kind', ...fieldsOf(pathKinds[kind].record).map(({ key }) => key)].sort(),
      );
      const saved = parseFilm({ ...film, paths: [...film.paths, { ...changed, id: 'own' }] });
      expect(saved.paths[1]).toEqual({ ...changed, id: 'own' });
    }
  });

  it('one of them moves the whole path', () => {
    const [mover] = handlesOf(path).filter(({ moves }) => moves);
    const moved = { ...path, ...mover!.drag(mover!.x + 100, mover!.y - 50) };
    const before = placeHandlesOf(path);
    placeHandlesOf(moved).forEach((handle, i) => {
      expect(Math.abs(handle.x - before[i]!.x - 100)).toBeLessThanOrEqual(1);
      expect(Math.abs(handle.y - before[i]!.y + 50)).toBeLessThanOrEqual(1);
    });
    expect(shapeHandlesOf(moved).map(({ x, y }) => [x, y])).toEqual(
      shapeHandlesOf(path).map(({ x, y }) => [x, y]),
    );
  });
});
