import type { Point } from '../field';
import { isPoint, tidy, zip, type MovingValue } from '../movingValue';
import type { Moves } from './fieldKind';

interface Limits {
  min: number;
  max: number;
}

/** How numbers and points of them move: on straight lines. */
export const numberMoves: Required<Pick<Moves<Limits>, 'mix' | 'add' | 'distance' | 'within'>> = {
  mix(from, to, share) {
    if (typeof from === 'number' && typeof to === 'number')
      return share === 1 ? to : from + (to - from) * share;
    // At the ends exactly what was given.
    return zip([from, to], (a, b) => (share === 1 ? b : a + (b - a) * share)) ?? from;
  },
  add(value, from, to, strength) {
    if (typeof value === 'number' && typeof from === 'number' && typeof to === 'number') {
      return value === from && strength === 1 ? to : value + strength * (to - from);
    }
    return (
      zip([value, from, to], (v, a, b) => (v === a && strength === 1 ? b : v + strength * (b - a))) ?? value
    );
  },
  distance(from, to) {
    if (isPoint(from) && isPoint(to)) return Math.hypot(to.x - from.x, to.y - from.y);
    return typeof from === 'number' && typeof to === 'number' ? Math.abs(to - from) : 0;
  },
  within({ min, max }, value) {
    if (typeof value === 'number' && value >= min && value <= max) return value;
    return zip([value], (number) => Math.min(Math.max(number, min), max)) ?? value;
  },
};

/** How far the limits lie apart, as far as anybody goes at a time. */
export const spanOf = ({ min, max }: Limits): number => Math.min(max - min, 1000);

/** To three digits, so that what somebody begins with is easily read. */
export const roundish = (value: number): number => Number(value.toPrecision(3));

/** To hundredths of a picture unit: no more can be seen, and numbers stay short. */
const toHundredths = (value: number) => Math.round(value * 100) / 100;

/** A length so many times as large, within its limits. */
export const scaledLength = (length: number, { min, max }: Limits, factor: number): number =>
  Math.min(Math.max(toHundredths(length * factor), min), max);

/** Whether a unit is one of lengths in the picture, which are scaled with it. */
export const isLength = (unit: string): boolean => unit.startsWith('px');

/** The JSON Schema of two numbers. @param axis that of one of them */
export const pointJson = (axis: object): Record<string, unknown> => ({
  type: 'object',
  properties: { x: axis, y: axis },
  required: ['x', 'y'],
});

/** Two numbers as they are shown. */
export const pointText = ({ x, y }: Point, per: number): string => `${tidy(x * per)}, ${tidy(y * per)}`;

/** A value of any kind as it is shown where its field says no more. */
export function plainText(value: MovingValue): string {
  if (typeof value === 'boolean') return value ? 'on' : 'off';
  if (isPoint(value)) return pointText(value, 1);
  if (typeof value === 'number') return tidy(value);
  return value.length > 16 ? `${value.slice(0, 15)}…` : value;
}
