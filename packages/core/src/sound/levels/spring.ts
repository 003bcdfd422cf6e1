import { exact } from '../../contract';

/** A damped spring, carried from one moment to the next with the input held in between. */
export interface SpringStep {
  /** Next position is input + a (position - input) + b velocity. */
  a: number;
  b: number;
  /** Next velocity is c (position - input) + d velocity. */
  c: number;
  d: number;
}

/**
 * One step of x'' + 2 z w x' + w^2 x = w^2 u, exact while u stays as it is: the
 * closed form of the damped oscillator, under, at and over critical damping.
 * @param hz natural frequency, w / 2 pi
 * @param damping damping ratio z: below 1 it overshoots
 * @param step seconds
 */
export function springStep(hz: number, damping: number, step: number): SpringStep {
  const w = 2 * Math.PI * hz;
  const decay = exact.exp(-damping * w * step);
  if (Math.abs(damping - 1) < 1e-6) {
    return {
      a: decay * (1 + w * step),
      b: decay * step,
      c: -decay * w * w * step,
      d: decay * (1 - w * step),
    };
  }
  const under = damping < 1;
  const wd = w * Math.sqrt(Math.abs(1 - damping * damping));
  const cos = under ? exact.cos(wd * step) : exact.cosh(wd * step);
  const sin = (under ? exact.sin(wd * step) : exact.sinh(wd * step)) / wd;
  return {
    a: decay * (cos + damping * w * sin),
    b: decay * sin,
    c: -decay * w * w * sin,
    d: decay * (cos - damping * w * sin),
  };
}
