import * as yup from 'yup';
import type { ChoiceField } from '../field';
import type { FieldKind } from './fieldKind';
import { plainText } from './numbers';

const text = ({ choices }: ChoiceField, value: unknown) =>
  choices.find((choice) => choice.value === value)?.label ?? plainText(value as string);

export const choiceField: FieldKind<ChoiceField> = {
  schema: ({ choices }) =>
    yup
      .string()
      .required()
      .oneOf(choices.map(({ value }) => value)),
  holds: ({ choices }, value) => choices.some((choice) => choice.value === value),
  json: ({ choices }) => ({ type: 'string', enum: choices.map(({ value }) => value) }),
  values: ({ choices }) => choices.map(({ value }) => `\`${value}\``).join(', '),
  control: true,
  moves: {
    isValue: ({ choices }, value) => choices.some((choice) => choice.value === value),
    firstPeak: (_, value) => ({ peak: value }),
  },
  text,
  note: text,
};
