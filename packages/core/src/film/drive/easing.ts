import { choicesOf, cos, exp, fields, sin, type ValueOfGroups } from '../../contract';

/** Ways from one value to the next, as CSS has them (CSS Easing Functions Level 1), and springs. */
export const easingLabels = {
  linear: 'Linear',
  ease: 'Ease',
  'ease-in': 'Ease in',
  'ease-out': 'Ease out',
  'ease-in-out': 'Ease in and out',
  bezier: 'Cubic Bézier',
  steps: 'Steps',
  hold: 'Hold',
  spring: 'Spring',
} as const;
export type EasingName = keyof typeof easingLabels;

const isBezier = { key: 'easing', is: ['bezier'] } as const;
const handle = { kind: 'number', step: 0.05, unit: '', shownWhen: isBezier } as const;
const isSpring = { key: 'easing', is: ['spring'] } as const;

export const easingFields = fields([
  {
    kind: 'choice',
    key: 'easing',
    label: 'Easing',
    help: 'How it goes from here to the next one.',
    choices: choicesOf(easingLabels),
    default: 'ease-in-out',
  },
  { ...handle, key: 'x1', label: 'First handle, time', min: 0, max: 1, default: 0.25 },
  { ...handle, key: 'y1', label: 'First handle, value', min: -5, max: 5, default: 0.1 },
  { ...handle, key: 'x2', label: 'Second handle, time', min: 0, max: 1, default: 0.25 },
  { ...handle, key: 'y2', label: 'Second handle, value', min: -5, max: 5, default: 1 },
  {
    kind: 'number',
    key: 'steps',
    label: 'Number of steps',
    min: 1,
    max: 100,
    step: 1,
    unit: '',
    whole: true,
    default: 4,
    shownWhen: { key: 'easing', is: ['steps'] },
  },
  {
    kind: 'choice',
    key: 'jump',
    label: 'Step position',
    choices: choicesOf({
      'jump-end': 'At the end',
      'jump-start': 'At the start',
      'jump-none': 'Between',
      'jump-both': 'At both ends',
    }),
    default: 'jump-end',
    shownWhen: { key: 'easing', is: ['steps'] },
  },
  {
    kind: 'number',
    key: 'springHz',
    label: 'Spring frequency',
    help: 'How often it would swing in a second if left alone. What is left of the swing at the next key is cut off.',
    min: 0.1,
    max: 30,
    step: 0.5,
    unit: 'Hz',
    default: 2,
    shownWhen: isSpring,
  },
  {
    kind: 'number',
    key: 'springDamping',
    label: 'Spring damping',
    help: 'Below 1 it overshoots and swings, at 1 it just does not.',
    min: 0.02,
    max: 4,
    step: 0.05,
    unit: '',
    default: 0.4,
    shownWhen: isSpring,
  },
]);
export type Easing = ValueOfGroups<readonly [{ fields: typeof easingFields }]>;

/** Handles of the named curves: CSS Easing Functions Level 1, section 2.2. */
const named: Partial<Record<EasingName, readonly [number, number, number, number]>> = {
  ease: [0.25, 0.1, 0.25, 1],
  'ease-in': [0.42, 0, 1, 1],
  'ease-out': [0, 0, 0.58, 1],
  'ease-in-out': [0.42, 0, 0.58, 1],
};

/** A cubic Bézier curve from (0, 0) to (1, 1): its value at a time from 0 to 1. */
export function cubicBezier(x1: number, y1: number, x2: number, y2: number, x: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const at = (a: number, b: number, s: number) =>
    ((1 + 3 * a - 3 * b) * s + (3 * b - 6 * a)) * s * s + 3 * a * s;
  const slope = (a: number, b: number, s: number) =>
    3 * (1 + 3 * a - 3 * b) * s * s + 2 * (3 * b - 6 * a) * s + 3 * a;
  // Time grows along the curve, so that there is one place: Newton's method, kept within what is known of it.
  let [low, high] = [0, 1];
  let s = x;
  for (let i = 0; i < 40; i++) {
    const error = at(x1, x2, s) - x;
    if (Math.abs(error) < 1e-12) break;
    if (error > 0) high = s;
    else low = s;
    const steep = slope(x1, x2, s);
    const next = s - error / steep;
    s = steep > 1e-9 && next > low && next < high ? next : (low + high) / 2;
  }
  return at(y1, y2, s);
}

/** A step function: CSS Easing Functions Level 1, section 2.3. */
export function stepsAt(steps: number, jump: Easing['jump'], x: number): number {
  const early = jump === 'jump-start' || jump === 'jump-both' ? 1 : 0;
  const jumps = Math.max(1, jump === 'jump-none' ? steps - 1 : jump === 'jump-both' ? steps + 1 : steps);
  const step = Math.floor(x * steps) + early;
  return Math.min(Math.max(step, 0), jumps) / jumps;
}

/**
 * How far a spring has gone from 0 to 1, `seconds` after it was let go: the damped oscillator's closed form.
 * @param hz undamped frequency
 * @param damping as a share of the critical one
 */
export function springAt(hz: number, damping: number, seconds: number): number {
  if (seconds <= 0) return 0;
  const w = 2 * Math.PI * hz;
  if (damping < 1) {
    const swing = w * Math.sqrt(1 - damping * damping);
    return (
      1 -
      exp(-damping * w * seconds) * (cos(swing * seconds) + ((damping * w) / swing) * sin(swing * seconds))
    );
  }
  if (damping === 1) return 1 - exp(-w * seconds) * (1 + w * seconds);
  const root = Math.sqrt(damping * damping - 1);
  const [slow, fast] = [w * (damping - root), w * (damping + root)];
  return 1 - (fast * exp(-slow * seconds) - slow * exp(-fast * seconds)) / (fast - slow);
}

/**
 * How much of the way to the next value has been gone.
 * @param x share of the time between both, 0 to 1
 * @param seconds since the first
 */
export function ease(easing: Easing, x: number, seconds: number): number {
  const { easing: name, x1, y1, x2, y2, steps, jump, springHz, springDamping } = easing;
  if (name === 'linear') return x;
  if (name === 'hold') return 0;
  if (name === 'steps') return stepsAt(steps, jump, x);
  if (name === 'spring') return springAt(springHz, springDamping, seconds);
  return cubicBezier(...(named[name] ?? [x1, y1, x2, y2]), x);
}
