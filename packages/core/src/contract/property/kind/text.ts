import * as yup from 'yup';
import type { FontField, MadeField, TextField } from '../field';
import type { FieldKind } from './fieldKind';
import { plainText } from './numbers';

const isText = (value: unknown, maxLength: number): value is string =>
  typeof value === 'string' && value.length <= maxLength;

export const textField: FieldKind<Omit<TextField, 'key'>> = {
  schema({ maxLength, pattern }) {
    const text = yup.string().defined().max(maxLength);
    return pattern ? text.matches(pattern.expression, pattern.message) : text;
  },
  holds: ({ maxLength, pattern }, value) =>
    isText(value, maxLength) && (!pattern || value.search(pattern.expression) >= 0),
  json: ({ maxLength, pattern }) => ({
    type: 'string',
    maxLength,
    ...(pattern ? { pattern: pattern.expression.source } : {}),
  }),
  values: ({ maxLength }) => `text of up to ${maxLength}`,
  control: true,
  content: true,
  moves: {
    isValue: (_, value) => typeof value === 'string',
    firstPeak: (_, value) => ({ peak: value }),
  },
  text: (_, value) => plainText(value),
  note: (_, value) => `“${String(value).split('\n')[0]!.slice(0, 24)}”`,
};

/** Text that is made from other properties, and has no control. */
export const madeField: FieldKind<MadeField> = {
  schema: ({ maxLength }) => yup.string().defined().max(maxLength),
  holds: ({ maxLength }, value) => isText(value, maxLength),
  json: ({ maxLength }) => ({ type: 'string', maxLength }),
  values: ({ maxLength }) => `text of up to ${maxLength}`,
};

const longestName = 100;

/** Name of a typeface. */
export const fontField: FieldKind<FontField> = {
  schema: () => yup.string().defined().max(longestName),
  holds: (_, value) => isText(value, longestName),
  json: () => ({ type: 'string', maxLength: longestName }),
  values: () => 'name of a typeface',
  control: true,
  text: (_, value) => plainText(value),
  note: (_, value) => plainText(value as string),
};
