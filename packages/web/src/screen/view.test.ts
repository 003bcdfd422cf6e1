import { describe, expect, it } from 'vitest';
import { cornerOf, fitScale, fitted, moved, scaleOf, transformOf, viewOf, zoomedTo, type View } from './view';

const picture = { width: 1920, height: 1080 };
const viewport = { width: 744, height: 524 };
/** Where a place of the picture is on the Screen, from its middle. */
const onScreen = (view: View, x: number, y: number) => {
  const scale = scaleOf(view, picture, viewport);
  return [(x - view.x) * scale, (y - view.y) * scale];
};

describe('the view of the picture', () => {
  it('fits all of it, with some room around', () => {
    expect(fitScale(picture, viewport)).toBeCloseTo(720 / 1920, 12);
    expect(fitScale(picture, { width: 2000, height: 124 })).toBeCloseTo(100 / 1080, 12);
    expect(fitScale(picture, { width: 0, height: 0 })).toBe(0);
    expect(cornerOf(fitted(picture), picture, viewport)).toEqual({ left: 12, top: Math.round(262 - 202.5) });
  });

  it('zooms around the place under the pointer', () => {
    const at = { x: 130, y: -70 };
    let view = fitted(picture);
    const scale = scaleOf(view, picture, viewport);
    const [x, y] = [view.x + at.x / scale, view.y + at.y / scale];
    for (const next of [0.5, 1, 3, 0.8]) {
      view = zoomedTo(view, picture, viewport, next, at);
      expect(view.scale).toBe(next);
      expect(onScreen(view, x, y)).toEqual([expect.closeTo(at.x, 9), expect.closeTo(at.y, 9)]);
    }
  });

  it('keeps to its limits, and to the picture', () => {
    const near = zoomedTo(fitted(picture), picture, viewport, 1000);
    expect(near.scale).toBe(16);
    expect(zoomedTo(near, picture, viewport, 0).scale).toBe(0.05);
    expect(moved(near, picture, viewport, 1e9, -1e9)).toMatchObject({ x: 1920, y: 0 });
  });

  it('moves by pixels of the Screen once it is zoomed; fitted, it stays', () => {
    const view = zoomedTo(fitted(picture), picture, viewport, 2);
    expect(moved(view, picture, viewport, 50, -20)).toMatchObject({ x: view.x + 25, y: view.y - 10 });
    expect(moved(fitted(picture), picture, viewport, 50, 0)).toEqual(fitted(picture));
  });

  it('is the same as a transform and back; beyond the picture it comes back to it', () => {
    const view = { scale: 0.8, x: 700, y: 300 };
    const there = transformOf(view, picture, viewport);
    const { left, top } = cornerOf(view, picture, viewport);
    expect([Math.round(there.x), Math.round(there.y), there.k]).toEqual([left, top, 0.8]);
    expect(viewOf(there, picture, viewport)).toEqual({
      scale: 0.8,
      x: expect.closeTo(700, 9) as number,
      y: expect.closeTo(300, 9) as number,
    });
    expect(viewOf(there.translate(1e6, -1e6), picture, viewport)).toMatchObject({ x: 0, y: 1080 });
  });
});
