import * as yup from 'yup';
import type { Field, ItemField } from './field';
import { fieldsOf, kindOf, type AnyRecord, type Check, type Values } from './record';

const colorPattern = /^#[0-9a-f]{6}$/i;

/** Ids are texts; this one would be a property of every object. */
const idSchema = () =>
  yup.string().required().max(64).notOneOf(['__proto__'], '${path} must not be "__proto__"');

function numberSchema(field: { min: number; max: number; whole?: true; nullable?: true }): yup.Schema {
  const number = yup.number().required().min(field.min).max(field.max);
  const schema = field.whole ? number.integer() : number;
  return field.nullable ? schema.nullable().defined() : schema;
}

const pointSchema = ({ min, max }: { min: number; max: number }) =>
  yup
    .object({
      x: yup.number().required().min(min).max(max),
      y: yup.number().required().min(min).max(max),
    })
    .required();

/** Whether it could be the value of some property. */
function isValue(value: unknown): boolean {
  if (value === null || typeof value === 'boolean') return true;
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value === 'string') return value.length <= 2000;
  const { x, y } = (value ?? {}) as { x?: unknown; y?: unknown };
  return Number.isFinite(x) && Number.isFinite(y);
}

/** The Yup schema of one field. */
export function fieldSchema(field: Field | ItemField): yup.Schema {
  const schema = valueSchema(field);
  return 'optional' in field && field.optional ? schema.notRequired().nonNullable() : schema;
}

function valueSchema(field: Field | ItemField): yup.Schema {
  switch (field.kind) {
    case 'number':
      return numberSchema(field);
    case 'color':
      return yup.string().required().matches(colorPattern, '${path} must be a colour such as #ffcc00');
    case 'choice':
      return yup
        .string()
        .required()
        .oneOf(field.choices.map((choice) => choice.value));
    case 'switch':
      return yup.boolean().required();
    case 'text': {
      const text = yup.string().defined().max(field.maxLength);
      return field.pattern ? text.matches(field.pattern.expression, field.pattern.message) : text;
    }
    case 'made':
      return yup.string().defined().max(field.maxLength);
    case 'font':
      return yup.string().defined().max(100);
    case 'id':
      return idSchema();
    case 'reference':
      return field.nullable ? yup.string().max(64).nullable().defined() : idSchema();
    case 'point':
    case 'scale':
      return pointSchema(field);
    case 'value': {
      const value = yup
        .mixed()
        .test('value', '${path} must be a number, a text, a switch, or a point of two numbers', isValue);
      return field.nullable ? value.nullable().defined() : value.required();
    }
    case 'record': {
      const schema = recordSchema(field.of);
      return field.nullable ? schema.nullable().defined() : schema;
    }
    case 'kinds':
      return kindsSchema(field.of);
    case 'list': {
      const list = yup
        .array()
        .of(fieldSchema(field.of))
        .required()
        .min(field.least ?? 0)
        .max(field.most);
      return hasIds(field.of)
        ? list.test('unique-ids', '${path} must not hold the same id twice', (items: unknown) => {
            const ids = (items as ({ id?: string } | null)[]).map((item) => item?.id);
            return new Set(ids).size === ids.length;
          })
        : list;
    }
  }
}

/** Whether the items of a list are told apart by ids. */
function hasIds(item: ItemField): boolean {
  if (item.kind === 'record') return fieldsOf(item.of).some(({ kind }) => kind === 'id');
  return item.kind === 'kinds';
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

/** The schema of something of a kind. One that is not known is left alone: a newer Cyclogram may know it. */
const kindsSchema = (kinds: () => Parameters<typeof kindOf>[0]): yup.Schema =>
  yup.lazy((value: unknown) => {
    const kind = kindOf(kinds(), value);
    if (kind) return recordSchema(kind.record);
    const named = typeof (value as { kind?: unknown } | null | undefined)?.kind === 'string';
    return named ? yup.mixed().required() : yup.object({ kind: yup.string().required() }).required();
  }) as unknown as yup.Schema;
