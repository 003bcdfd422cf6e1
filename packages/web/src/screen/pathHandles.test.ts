import { pathKinds, type PathKind, type PathSettings } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { handlesOf } from './handlesOf';

const kinds = Object.keys(pathKinds) as PathKind[];
const standard = (kind: PathKind): PathSettings => {
  const path = pathKinds[kind].defaults(1920, 1080);
  // Outlines that are made elsewhere: of a square.
  return path.kind === 'text' || path.kind === 'picture' ? { ...path, data: 'M0 0H500V500H0Z' } : path;
};

describe.each(kinds)('handles of a path of kind %s', (kind) => {
  const path = standard(kind);

  it('stay where they are put: dragging one moves it there', () => {
    for (const [i, handle] of handlesOf(path).entries()) {
      const change = handle.drag(handle.x + 20, handle.y + 20);
      const moved = handlesOf({ ...path, ...change } as PathSettings)[i]!;
      // Handles that only slide along a direction keep to it.
      const slides = !handle.moves && (handle.x === moved.x || handle.y === moved.y);
      if (!slides) expect(Math.hypot(moved.x - handle.x, moved.y - handle.y)).toBeGreaterThan(10);
      const numbers = Object.entries(change).filter(([key]) => key !== 'scale' && key !== 'points');
      expect(numbers.every(([, value]) => Number.isInteger(value))).toBe(true);
    }
  });

  it('change fields that the path has, to values its schema takes', () => {
    for (const handle of handlesOf(path)) {
      const change = handle.drag(handle.x - 37.4, handle.y + 11.2);
      expect(Object.keys(path)).toEqual(expect.arrayContaining(Object.keys(change)));
      expect(pathKinds[kind].schema.isValidSync({ ...path, ...change }, { strict: true })).toBe(true);
    }
  });

  it('one of them moves the whole path', () => {
    const [mover] = handlesOf(path).filter(({ moves }) => moves);
    const moved = { ...path, ...mover!.drag(mover!.x + 100, mover!.y - 50) } as PathSettings;
    const before = handlesOf(path);
    handlesOf(moved).forEach((handle, i) => {
      expect(Math.abs(handle.x - before[i]!.x - 100)).toBeLessThanOrEqual(1);
      expect(Math.abs(handle.y - before[i]!.y + 50)).toBeLessThanOrEqual(1);
    });
  });
});
