import { describe, expect, it } from 'vitest';
import { built } from '../../testing';
import { offsetPath } from './offset';
import type { Path } from './path';

const circle = built('circle', { radius: 100 }, { position: { x: 50, y: 60 } });
const square = built('rectangle', { width: 200, height: 200, corner: 0 });
const line = built('line', { start: { x: 0, y: 0 }, end: { x: 100, y: 0 } });
const positions = (path: Path, count = 400) =>
  Array.from({ length: count }, (_, i) => path.at(((i + 0.5) / count) * path.length));

describe('the offset of a path', () => {
  it.each([40, 3, -30, -90])('of a circle by %d is a circle', (distance) => {
    const offset = offsetPath(circle, distance, 'round');
    expect(offset.closed).toBe(true);
    expect(offset.length).toBeCloseTo(2 * Math.PI * (100 + distance), 0);
    for (const { x, y, normalX, normalY } of positions(offset)) {
      expect(Math.abs(Math.hypot(x - 50, y - 60) - (100 + distance))).toBeLessThan(0.03);
      const radius = Math.hypot(x - 50, y - 60);
      expect(((x - 50) * normalX + (y - 60) * normalY) / radius).toBeGreaterThan(0.9999);
    }
  });

  it('inward by more than the radius leaves nothing', () => {
    expect(offsetPath(circle, -120, 'round').length).toBe(0);
  });

  it('of a straight line is a parallel one', () => {
    const offset = offsetPath(line, 25, 'round');
    expect(offset.length).toBeCloseTo(100, 6);
    for (const { x, y, normalY } of positions(offset, 9))
      expect([x >= 0 && x <= 100, y, normalY]).toEqual([true, -25, -1]);
  });

  // Lengths around a square of side 200, 40 outward: quarter circles, full corners, or corners cut.
  it.each([
    ['round', 800 + 2 * Math.PI * 40],
    ['miter', 1120],
    ['bevel', 800 + 4 * 40 * Math.SQRT2],
  ] as const)('of a square has %s corners', (join, length) => {
    const offset = offsetPath(square, 40, join);
    expect(offset.closed).toBe(true);
    expect(offset.length).toBeCloseTo(length, 0);
  });

  it.each(['round', 'miter', 'bevel'] as const)('inward, of a square is a smaller square (%s)', (join) => {
    const offset = offsetPath(square, -40, join);
    expect(offset.length).toBeCloseTo(480, 3);
    for (const { x, y } of positions(offset)) expect(Math.max(Math.abs(x), Math.abs(y))).toBeCloseTo(60, 3);
  });

  it('falls apart where a neck is too narrow: two rooms with a passage between them', () => {
    const data = 'M0 0H100V40H200V0H300V100H200V60H100V100H0Z';
    const rooms = built('svg', { data });
    const offset = offsetPath(rooms, -15, 'miter');
    expect(offset.parts).toHaveLength(2);
    for (const part of offset.parts!) expect([part.closed, Math.round(part.length)]).toEqual([true, 4 * 70]);
  });

  it('is at its distance everywhere, of a star with bays', () => {
    const star = built('star', { radius: 200 });
    for (const distance of [30, -20]) {
      const offset = offsetPath(star, distance, 'round');
      const original = positions(star, 40_000);
      for (const { x, y } of positions(offset, 200)) {
        const nearest = Math.min(...original.map((other) => Math.hypot(other.x - x, other.y - y)));
        expect(Math.abs(nearest - Math.abs(distance))).toBeLessThan(0.03);
      }
    }
  });
});
