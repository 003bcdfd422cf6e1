import * as yup from 'yup';
import type { ValueField } from '../field';
import { isPoint } from '../movingValue';
import type { FieldKind } from './fieldKind';
import { pointJson } from './numbers';

/** Whether it could be the value of some property. */
function isSomeValue(value: unknown): boolean {
  if (value === null || typeof value === 'boolean') return true;
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value === 'string') return value.length <= 2000;
  return isPoint(value) && Number.isFinite(value.x) && Number.isFinite(value.y);
}

/** A value of a property that can move, whatever its kind. */
export const valueField: FieldKind<Omit<ValueField, 'key'>> = {
  schema({ nullable }) {
    const value = yup
      .mixed()
      .test('value', '${path} must be a number, a text, a switch, or a point of two numbers', isSomeValue);
    return nullable ? value.nullable().defined() : value.required();
  },
  holds: ({ nullable }, value) => (nullable === true || value !== null) && isSomeValue(value),
  json: () => ({ anyOf: [{ type: ['number', 'string', 'boolean'] }, pointJson({ type: 'number' })] }),
  values: () => 'a value of the property',
  ofProperty: true,
};
