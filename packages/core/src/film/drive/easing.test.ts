import { describe, expect, it } from 'vitest';
import { defaultsOf } from '../../contract/property/defaults';
import { cubicBezier, ease, springAt, stepsAt } from './easing';
import { keyframeRecord } from './source/keyframes';

const easing = (part: object) =>
  ({ ...defaultsOf(keyframeRecord, { width: 0, height: 0 }), ...part }) as Parameters<typeof ease>[0];

describe('curves', () => {
  it('end where they should, and linear handles are a straight line', () => {
    for (const x of [0, 0.2, 0.7, 1]) expect(cubicBezier(0.3, 0.3, 0.6, 0.6, x)).toBeCloseTo(x, 9);
    expect([cubicBezier(0.2, 3, 0.5, -2, 0), cubicBezier(0.2, 3, 0.5, -2, 1)]).toEqual([0, 1]);
  });

  it('are the points of the parametric curve (CSS Easing Functions Level 1, section 2.2)', () => {
    const [x1, y1, x2, y2] = [0.42, 0, 0.58, 1];
    for (let s = 0.05; s < 1; s += 0.05) {
      const at = (a: number, b: number) => 3 * a * s * (1 - s) ** 2 + 3 * b * s * s * (1 - s) + s ** 3;
      expect(cubicBezier(x1, y1, x2, y2, at(x1, x2))).toBeCloseTo(at(y1, y2), 9);
    }
  });

  it.each([
    // Values of the named curves at their middle, worked out from the definition with Newton's method in doubles.
    ['ease', 0.8024033877399112],
    ['ease-in', 0.3153568],
    ['ease-out', 0.6846432],
    ['ease-in-out', 0.5],
  ])('%s is %d half way', (name, value) =>
    expect(ease(easing({ easing: name }), 0.5, 1)).toBeCloseTo(value, 6),
  );

  it('a curve with steep ends is still found', () =>
    expect(cubicBezier(1, 0, 0, 1, 0.5)).toBeCloseTo(0.5, 6));
});

describe('steps (CSS Easing Functions Level 1, section 2.3)', () => {
  it.each([
    ['jump-end', [0, 0, 1 / 3, 2 / 3, 1]],
    ['jump-start', [1 / 3, 1 / 3, 2 / 3, 1, 1]],
    ['jump-none', [0, 0, 0.5, 1, 1]],
    ['jump-both', [0.25, 0.25, 0.5, 0.75, 1]],
  ] as const)('three of them, %s', (jump, expected) => {
    [0, 0.3, 0.5, 0.9, 1].forEach((x, i) => expect(stepsAt(3, jump, x)).toBeCloseTo(expected[i]!, 12));
  });
});

describe('a spring', () => {
  it.each([
    [2, 0.2],
    [5, 0.7],
    [3, 1],
    [2, 2.5],
  ])('of %d Hz and damping %d is the damped oscillator, integrated step by step', (hz, damping) => {
    const w = 2 * Math.PI * hz;
    // x'' = -w^2 (x - 1) - 2 d w x', by Runge-Kutta of the fourth order.
    let [x, v] = [0, 0];
    const step = 1e-4;
    const accelerate = (at: number, speed: number) => -w * w * (at - 1) - 2 * damping * w * speed;
    for (let n = 0; n < 8000; n++) {
      if (n % 1000 === 0) expect(springAt(hz, damping, n * step)).toBeCloseTo(x, 7);
      const [k1x, k1v] = [v, accelerate(x, v)];
      const [k2x, k2v] = [v + (step / 2) * k1v, accelerate(x + (step / 2) * k1x, v + (step / 2) * k1v)];
      const [k3x, k3v] = [v + (step / 2) * k2v, accelerate(x + (step / 2) * k2x, v + (step / 2) * k2v)];
      const [k4x, k4v] = [v + step * k3v, accelerate(x + step * k3x, v + step * k3v)];
      x += (step / 6) * (k1x + 2 * k2x + 2 * k3x + k4x);
      v += (step / 6) * (k1v + 2 * k2v + 2 * k3v + k4v);
    }
  });
});
