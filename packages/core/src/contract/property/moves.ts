import type { Field } from './field';
import type { FirstPeak } from './kind/fieldKind';
import { fieldKind } from './kind/registry';
import type { MovingValue } from './movingValue';

/** How properties move during a film: each as its kind says. */

type Kind = Pick<Field, 'kind'>;

/** Whether a property can move during a film. */
export const canMove = (field: Field): boolean =>
  fieldKind(field).moves !== undefined && !('driven' in field && field.driven === false);

/** Whether values of a field can be added up and lie between each other. */
export const isContinuous = (field: Kind): boolean => fieldKind(field).moves?.mix !== undefined;

/** Whether a field holds a number in the unit of a property, for both axes of a point. */
export const isNumeric = (field: Kind): boolean => fieldKind(field).moves?.numeric !== undefined;

/**
 * A value between two others, or beyond them: numbers and points on a straight line, colours in OKLCH on the shorter way
 * around. Of all else the first below a half, then the second.
 * @param share 0 gives the first, 1 the second
 */
export const mixValues = (field: Kind, from: MovingValue, to: MovingValue, share: number): MovingValue => {
  const { mix } = fieldKind(field).moves ?? {};
  return mix ? mix(from, to, share) : share < 0.5 ? from : to;
};

/** A value moved by what lies between two others, so many times: `value + strength * (to - from)`. */
export const addValues = (
  field: Kind,
  value: MovingValue,
  from: MovingValue,
  to: MovingValue,
  strength: number,
): MovingValue => {
  const { add } = fieldKind(field).moves ?? {};
  return add ? add(value, from, to, strength) : strength < 0.5 ? value : to;
};

/** How far a value is from another, for choosing the greatest; 0 where values only jump. */
export const distance = (field: Kind, from: MovingValue, to: MovingValue): number =>
  fieldKind(field).moves?.distance?.(from, to) ?? 0;

/** A value within the limits of its property, whole where only whole numbers are allowed. */
export const withinLimits = (field: Field, value: MovingValue): MovingValue =>
  fieldKind(field).moves?.within?.(field, value) ?? value;

/** Whether a value may stand in a property that moves. */
export const isValueOf = (field: Field, value: unknown): value is MovingValue =>
  fieldKind(field).moves?.isValue(field, value) ?? false;

/** An amount to begin with, for what adds to a property or takes from it. */
export const someAmount = (field: Field, value: MovingValue): MovingValue =>
  fieldKind(field).moves?.numeric?.amount(field, value) ?? value;

/** Whether a property is on or off, so that a follower turns it on above a level. */
export const isOnOff = (field: Kind): boolean => fieldKind(field).moves?.onOff === true;

/** What a follower leads a property to at first, and how that is said. */
export const firstPeak = (field: Field, value: MovingValue): FirstPeak =>
  fieldKind(field).moves?.firstPeak(field, value) ?? { peak: value };

/** A value of a property as it is shown, with its unit. */
export const valueText = (field: Field, value: MovingValue): string =>
  fieldKind(field).text?.(field, value) ?? String(value);
