import { describe, expect, it } from 'vitest';
import { followView, maxZoom, panView, transformOf, viewOf, zoomView } from './tapeView';

describe('view of the Tape', () => {
  it('zooms around a time that stays where it is', () => {
    const view = zoomView({ from: 0, to: 80 }, 0.5, 20, 80);
    expect(view).toEqual({ from: 10, to: 50 });
    expect((20 - view.from) / (view.to - view.from)).toBe(0.25);
  });

  it('never shows more than the song', () => {
    expect(zoomView({ from: 10, to: 50 }, 100, 20, 80)).toEqual({ from: 0, to: 80 });
    expect(panView({ from: 10, to: 50 }, -30, 80)).toEqual({ from: 0, to: 40 });
    expect(panView({ from: 10, to: 50 }, 99, 80)).toEqual({ from: 40, to: 80 });
  });

  it('never gets shorter than four milliseconds: a few periods of a bass note', () => {
    const { from, to } = zoomView({ from: 0, to: 80 }, 1e-9, 40, 80);
    expect(to - from).toBeCloseTo(0.004, 9);
  });

  it('follows what plays once it reaches the middle, and to where it jumps', () => {
    const view = { from: 10, to: 20 };
    expect(followView(view, 12, 80)).toBe(view);
    expect(followView(view, 16, 80)).toEqual({ from: 11, to: 21 });
    expect(followView(view, 2, 80)).toEqual({ from: 0, to: 10 });
    expect(followView({ from: 70, to: 80 }, 79, 80)).toEqual({ from: 70, to: 80 });
    const whole = { from: 0, to: 80 };
    expect(followView(whole, 70, 80)).toBe(whole);
  });

  it('is the same as a transform and back; the whole song lies between both ends', () => {
    expect(transformOf({ from: 0, to: 80 }, 1000, 80)).toMatchObject({
      k: 1,
      x: expect.closeTo(0, 9) as number,
    });
    const there = transformOf({ from: 10, to: 30 }, 1000, 80);
    expect(there).toMatchObject({ k: 4, x: -500 });
    expect(viewOf(there, 1000, 80)).toEqual({ from: 10, to: 30 });
    expect(viewOf(there.translate(1e9, 0), 1000, 80)).toEqual({ from: 0, to: 20 });
    expect(viewOf(there.translate(-1e9, 0), 1000, 80)).toEqual({ from: 60, to: 80 });
    expect(maxZoom(80)).toBe(20_000);
  });
});
