import * as exact from '../math/math';
import { converter, formatHex } from 'culori';
import type { Field, Point } from '../property/field';

/** A value of a property that can move: a number, a colour or other text, a switch, or a point. */
export type MovingValue = number | string | boolean | Point;

export const isPoint = (value: unknown): value is Point =>
  typeof value === 'object' && value !== null && 'x' in value && 'y' in value;

/** Whether values of a field can be added up and lie between each other. */
export const isContinuous = ({ kind }: Pick<Field, 'kind'>): boolean =>
  kind === 'number' || kind === 'point' || kind === 'scale' || kind === 'color';

/** Does the same to a number, or to both of a point; where one is a point, a number counts for both. */
export function zip(
  values: readonly MovingValue[],
  change: (...numbers: number[]) => number,
): number | Point | undefined {
  let isNumeric = true;
  let hasPoint = false;
  for (const value of values) {
    if (typeof value === 'object') hasPoint = true;
    else if (typeof value !== 'number') isNumeric = false;
  }
  if (!isNumeric) return undefined;
  if (!hasPoint) return change(...(values as readonly number[]));
  const on = (axis: 'x' | 'y') =>
    change(...values.map((value) => (isPoint(value) ? value[axis] : (value as number))));
  return { x: on('x'), y: on('y') };
}

const toOklch = converter('oklch');

interface Oklch {
  l: number;
  c: number;
  h: number;
}

/** @returns undefined when it is no colour; grey has the hue of `like` */
function oklchOf(hex: MovingValue, like = 0): Oklch | undefined {
  const color = typeof hex === 'string' ? toOklch(hex) : undefined;
  return color && { l: color.l, c: color.c, h: color.h ?? like };
}

/** The way from one hue to another that is shorter, in degrees. */
const hueWay = (from: number, to: number) => ((((to - from) % 360) + 540) % 360) - 180;

function mixColors(from: string, to: string, share: number): string {
  if (share === 0) return from;
  if (share === 1) return to;
  const start = oklchOf(from, toOklch(to)?.h);
  const end = start && oklchOf(to, start.h);
  if (!start || !end) return from;
  return formatHex({
    mode: 'oklch',
    l: start.l + (end.l - start.l) * share,
    c: Math.max(0, start.c + (end.c - start.c) * share),
    h: start.h + hueWay(start.h, end.h) * share,
  });
}

/**
 * A value between two others, or beyond them: numbers and points on a straight line, colours in OKLCH on the shorter way
 * around. Of all else the first below a half, then the second.
 * @param share 0 gives the first, 1 the second
 */
export function mixValues(
  field: Pick<Field, 'kind'>,
  from: MovingValue,
  to: MovingValue,
  share: number,
): MovingValue {
  if (!isContinuous(field)) return share < 0.5 ? from : to;
  if (field.kind === 'color') return mixColors(String(from), String(to), share);
  if (typeof from === 'number' && typeof to === 'number')
    return share === 1 ? to : from + (to - from) * share;
  // At the ends exactly what was given.
  return zip([from, to], (a, b) => (share === 1 ? b : a + (b - a) * share)) ?? from;
}

/** A value moved by what lies between two others, so many times: `value + strength * (to - from)`. */
export function addValues(
  field: Pick<Field, 'kind'>,
  value: MovingValue,
  from: MovingValue,
  to: MovingValue,
  strength: number,
): MovingValue {
  if (!isContinuous(field)) return strength < 0.5 ? value : to;
  if (typeof value === 'number' && typeof from === 'number' && typeof to === 'number') {
    return value === from && strength === 1 ? to : value + strength * (to - from);
  }
  if (field.kind !== 'color') {
    return (
      zip([value, from, to], (v, a, b) => (v === a && strength === 1 ? b : v + strength * (b - a))) ?? value
    );
  }
  if (value === from) return mixColors(String(from), String(to), strength);
  const [v, a] = [oklchOf(value), oklchOf(from)];
  const b = a && oklchOf(to, a.h);
  if (!v || !a || !b) return value;
  return formatHex({
    mode: 'oklch',
    l: v.l + strength * (b.l - a.l),
    c: Math.max(0, v.c + strength * (b.c - a.c)),
    h: v.h + strength * hueWay(a.h, b.h),
  });
}

/** How far a value is from another, for choosing the greatest. */
export function distance(field: Pick<Field, 'kind'>, from: MovingValue, to: MovingValue): number {
  if (field.kind === 'color') {
    const a = oklchOf(from);
    const b = a && oklchOf(to, a.h);
    if (!a || !b) return 0;
    const turn = (hueWay(a.h, b.h) * Math.PI) / 180;
    return Math.hypot(b.l - a.l, b.c - a.c, 2 * Math.sqrt(a.c * b.c) * exact.sin(turn / 2));
  }
  if (isPoint(from) && isPoint(to)) return Math.hypot(to.x - from.x, to.y - from.y);
  return typeof from === 'number' && typeof to === 'number' ? Math.abs(to - from) : 0;
}

/** A value within the limits of its property, whole where only whole numbers are allowed. */
export function withinLimits(field: Field, value: MovingValue): MovingValue {
  if (field.kind !== 'number' && field.kind !== 'point' && field.kind !== 'scale') return value;
  const { min, max } = field;
  if (typeof value === 'number' && value >= min && value <= max && !('whole' in field && field.whole))
    return value;
  const clamp = (number: number) => Math.min(Math.max(number, min), max);
  const whole = field.kind === 'number' && field.whole;
  return zip([value], (number) => (whole ? Math.round(clamp(number)) : clamp(number))) ?? value;
}

/** Whether a value may stand in a property. */
export function isValueOf(field: Field, value: unknown): value is MovingValue {
  switch (field.kind) {
    case 'number':
      return typeof value === 'number';
    case 'point':
    case 'scale':
      return isPoint(value);
    case 'switch':
      return typeof value === 'boolean';
    case 'color':
      return typeof value === 'string' && /^#[0-9a-f]{6}$/i.test(value);
    case 'choice':
      return field.choices.some((choice) => choice.value === value);
    default:
      return typeof value === 'string';
  }
}

/** Whether two values are the same. */
export const sameValue = (a: unknown, b: unknown): boolean =>
  a === b || (isPoint(a) && isPoint(b) && a.x === b.x && a.y === b.y);
