import { describe, expect, it } from 'vitest';
import { built } from '../../testing';
import { markPositions } from './path';

const circle = (rotation = 0) => built('circle', { radius: 40 }, { position: { x: 100, y: 50 }, rotation });

describe('circle', () => {
  const path = circle();

  it('has the length of the closed form', () => expect(path.length).toBeCloseTo(2 * Math.PI * 40, 12));

  it('starts at the top and runs clockwise on the screen', () => {
    expect(path.at(0)).toMatchObject({ x: expect.closeTo(100, 9), y: expect.closeTo(10, 9) });
    expect(path.at(path.length / 4)).toMatchObject({ x: expect.closeTo(140, 9), y: expect.closeTo(50, 9) });
  });

  it('starts where its rotation says', () => {
    expect(circle(90).at(0)).toMatchObject({
      x: expect.closeTo(140, 9),
      y: expect.closeTo(50, 9),
    });
  });

  it('has unit normals that point away from the centre', () => {
    for (const s of markPositions(path, 7)) {
      const { x, y, normalX, normalY } = path.at(s);
      expect(Math.hypot(normalX, normalY)).toBeCloseTo(1, 12);
      expect(x - 100).toBeCloseTo(40 * normalX, 9);
      expect(y - 50).toBeCloseTo(40 * normalY, 9);
    }
  });

  it('sets marks at equal arc lengths, with no seam', () => {
    const positions = markPositions(path, 12);
    const gaps = positions.map((s, i) => (positions[i + 1] ?? positions[0]! + path.length) - s);
    for (const gap of gaps) expect(gap).toBeCloseTo(path.length / 12, 9);
  });
});
