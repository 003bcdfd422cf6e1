import * as yup from 'yup';
import type { NumberField } from '../field';
import { tidy, zip } from '../movingValue';
import type { FieldKind } from './fieldKind';
import { isLength, numberMoves, plainText, roundish, scaledLength, spanOf } from './numbers';

type Field = Omit<NumberField, 'key'>;

export const numberField: FieldKind<Field> = {
  schema({ min, max, whole, nullable }) {
    const number = yup.number().required().min(min).max(max);
    const schema = whole ? number.integer() : number;
    return nullable ? schema.nullable().defined() : schema;
  },
  holds: ({ min, max, whole, nullable }, value) =>
    typeof value === 'number'
      ? value >= min && value <= max && (!whole || Number.isInteger(value))
      : value === null && nullable === true,
  json: ({ min, max, whole }) => ({ type: whole ? 'integer' : 'number', minimum: min, maximum: max }),
  values: ({ min, max, whole }) => `${whole ? 'whole ' : ''}${min} to ${max}`,
  control: true,
  moves: {
    ...numberMoves,
    isValue: (_, value) => typeof value === 'number',
    within(field, value) {
      const within = numberMoves.within(field, value);
      return field.whole ? (zip([within], Math.round) ?? within) : within;
    },
    numeric: {
      // A tenth of the value, or of what its limits allow where that is nothing.
      amount: (field, value) => roundish(Math.abs(value as number) * 0.1) || spanOf(field) * 0.1,
      difference({ min, max, step, unit, shownPer }) {
        const span = max - min;
        return { kind: 'number', min: -span, max: span, step, unit, shownPer } as Omit<
          NumberField,
          'key' | 'label'
        >;
      },
    },
    firstPeak({ min, max }, value) {
      if (typeof value !== 'number') return { peak: value };
      // What begins large enough grows by a part of itself; else there is nothing to multiply.
      if (value > 0 && value * 1.2 <= max) return { how: 'times', peak: 1.2 };
      const higher = value + Math.min(max - min, 100) * 0.5;
      return { how: 'to', peak: higher <= max ? higher : min };
    },
  },
  scaled: (field, value, factor) =>
    isLength(field.unit) ? scaledLength(value as number, field, factor) : value,
  text: ({ shownPer = 1, unit }, value) =>
    typeof value === 'number'
      ? `${tidy(value * shownPer)}${unit === '' ? '' : ` ${unit}`}`
      : plainText(value),
  typed({ min, max, shownPer = 1, unit }, text) {
    const shown = Number(text);
    if (text.trim() === '' || !Number.isFinite(shown)) throw new RangeError('It must be a number.');
    const value = shown / shownPer;
    if (value < min || value > max)
      throw new RangeError(`It must be from ${min * shownPer} to ${max * shownPer} ${unit}.`);
    return value;
  },
};
