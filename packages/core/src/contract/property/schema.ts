import * as yup from 'yup';
import type { AnyRecord, Check, Field, ItemField } from './field';
import { fieldKind } from './kind/registry';
import { fieldsOf, type Values } from './record';

/** The Yup schema of one field. */
export function fieldSchema(field: Field | ItemField): yup.Schema {
  const schema = fieldKind(field).schema(field as Field, { field: fieldSchema, record: recordSchema });
  return 'optional' in field && field.optional ? schema.notRequired().nonNullable() : schema;
}

const schemas = new WeakMap<AnyRecord, yup.ObjectSchema<yup.AnyObject>>();

/** The Yup schema of a record. What it does not know it leaves alone. */
export function recordSchema(type: AnyRecord): yup.ObjectSchema<yup.AnyObject> {
  let schema = schemas.get(type);
  if (!schema) {
    const shape = Object.fromEntries(fieldsOf(type).map((field) => [field.key, fieldSchema(field)]));
    schema = type.checks.reduce(withCheck, yup.object(shape).required() as yup.ObjectSchema<yup.AnyObject>);
    schemas.set(type, schema);
  }
  return schema;
}

const withCheck = (schema: yup.ObjectSchema<yup.AnyObject>, { key, problem }: Check) =>
  schema.test(`check ${key}`, (value, context) => {
    let found: string | undefined;
    try {
      found = problem(value as Values);
    } catch {
      // It compares values of other types than they have to be, which the fields themselves say.
      return true;
    }
    if (found === undefined) return true;
    return context.createError({ path: `${context.path}.${key}`, message: `\${path} ${found}` });
  });
