import * as yup from 'yup';
import { drawnPointsSchema } from '../path/drawnPoints';
import type { Field, FieldGroup } from './field';

const colorPattern = /^#[0-9a-f]{6}$/i;

/** A colour as #rrggbb in sRGB. */
export const colorSchema = () =>
  yup.string().required().matches(colorPattern, '${path} must be a colour such as #ffcc00');

/** The Yup schema of one field. */
export function fieldSchema(field: Field): yup.Schema {
  switch (field.kind) {
    case 'number': {
      const schema = yup.number().required().min(field.min).max(field.max);
      return field.whole ? schema.integer() : schema;
    }
    case 'color':
      return colorSchema();
    case 'choice':
      return yup
        .string()
        .required()
        .oneOf(field.choices.map((choice) => choice.value));
    case 'switch':
      return yup.boolean().required();
    case 'text':
    case 'made':
      return yup.string().defined().max(field.maxLength);
    case 'font':
      return yup.string().defined().max(100);
    case 'picture':
      return yup.string().defined().max(64);
    case 'points':
      return drawnPointsSchema();
  }
}

/** The Yup schemas of all fields of some groups, by key. */
export const fieldsSchema = (groups: readonly FieldGroup[]): Record<string, yup.Schema> =>
  Object.fromEntries(groups.flatMap(({ fields }) => fields.map((field) => [field.key, fieldSchema(field)])));
