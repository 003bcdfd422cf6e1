import { describe, expect, it } from 'vitest';
import { harbour, harbourFrame } from './harbour';

describe('the harbour at night', () => {
  const frame = harbourFrame(7);
  it('is dark, with lights in it, and the same every time', () => {
    expect(frame).toHaveLength(3 * harbour.width * harbour.height);
    const mean = frame.reduce((sum, value) => sum + value, 0) / frame.length;
    expect(mean).toBeGreaterThan(8);
    expect(mean).toBeLessThan(60);
    expect(frame.reduce((max, value) => Math.max(max, value), 0)).toBeGreaterThan(200);
    expect(harbourFrame(7)).toEqual(frame);
  });
  it('runs round: its last frame is as near to the first as neighbours are', () => {
    const far = (a: Uint8Array, b: Uint8Array) =>
      a.reduce((sum, value, i) => sum + Math.abs(value - b[i]!), 0) / a.length;
    const step = far(harbourFrame(0), harbourFrame(1));
    expect(step).toBeGreaterThan(0.05);
    expect(far(harbourFrame(harbour.frames - 1), harbourFrame(0))).toBeLessThan(2 * step + 0.5);
  });
});
