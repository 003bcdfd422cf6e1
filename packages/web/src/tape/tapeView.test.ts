import { describe, expect, it } from 'vitest';
import { panView, zoomView } from './tapeView';

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

  it('never gets shorter than half a second', () => {
    const { from, to } = zoomView({ from: 0, to: 80 }, 1e-6, 40, 80);
    expect(to - from).toBeCloseTo(0.5, 9);
  });
});
