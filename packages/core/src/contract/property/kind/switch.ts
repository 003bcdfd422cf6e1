import * as yup from 'yup';
import type { SwitchField } from '../field';
import type { FieldKind } from './fieldKind';
import { plainText } from './numbers';

export const switchField: FieldKind<SwitchField> = {
  schema: () => yup.boolean().required(),
  holds: (_, value) => typeof value === 'boolean',
  json: () => ({ type: 'boolean' }),
  values: () => '`true`, `false`',
  control: true,
  moves: {
    isValue: (_, value) => typeof value === 'boolean',
    onOff: true,
    firstPeak: (_, value) => ({ peak: value !== true }),
  },
  text: (_, value) => plainText(value),
  note: ({ label }, value) => (value ? label.toLowerCase() : `not ${label.toLowerCase()}`),
  flag: true,
};
