import * as yup from 'yup';
import type { Field, ItemField, KindsField, ListField, RecordField } from '../field';
import { fieldsOf, kindOf } from '../record';
import type { FieldKind } from './fieldKind';

/** A record within a record. */
export const recordField: FieldKind<Omit<RecordField, 'key'>> = {
  schema({ of, nullable }, schemas) {
    const schema = schemas.record(of) as yup.ObjectSchema<yup.AnyObject>;
    return nullable ? schema.nullable().defined() : schema;
  },
  json: ({ of }, schemas) => schemas.record(of),
  values: ({ label }) => `a record: ${label}`,
  standard: ({ of, nullable }, records, size) => (nullable ? null : records(of, size)),
  hasId: ({ of }) => fieldsOf(of).some(({ key }) => key === 'id'),
  inner: ({ of }, values) => ({ record: of, values }),
  held: ({ of, label }) => [{ title: label, type: of }],
};

/** Whether a field is a record within a record, which is shown as a section of its own. */
export const isRecordField = (field: Field): field is RecordField => field.kind === 'record';

/** Something that says its kind, and has the fields of that kind. One that is not known is left alone: a newer Cyclogram may know it. */
export const kindsField: FieldKind<Omit<KindsField, 'key'>> = {
  schema: ({ of }, schemas) =>
    yup.lazy((value: unknown) => {
      const kind = kindOf(of(), value);
      if (kind) return schemas.record(kind.record);
      const named = typeof (value as { kind?: unknown } | null | undefined)?.kind === 'string';
      return named ? yup.mixed().required() : yup.object({ kind: yup.string().required() }).required();
    }) as unknown as yup.Schema,
  json({ of }, schemas) {
    const kinds = of();
    const known = Object.entries(kinds).map(([name, { label, record }]) =>
      schemas.record(record, { name, label }),
    );
    const unknown = {
      title: 'A kind of a newer version',
      type: 'object',
      properties: { kind: { type: 'string', not: { enum: Object.keys(kinds) } } },
      required: ['kind'],
    };
    return { anyOf: [...known, unknown] };
  },
  // Not their names: a new kind changes no line but its own.
  values: ({ label }) => `a record of a kind: see ${label} below`,
  hasId: () => true,
  inner({ of }, values) {
    const kind = kindOf(of(), values);
    if (!kind) return undefined;
    const { record, label, defaults } = kind;
    return { record, values, label, standard: (size) => defaults?.(size) };
  },
  held: ({ of, label }) =>
    Object.entries(of()).map(([kind, { label: name, record }]) => ({
      title: `${label}: ${name}`,
      type: record,
      kind,
    })),
  unknown(value) {
    const named = (value as { kind?: unknown } | null | undefined)?.kind;
    return typeof named === 'string'
      ? `is of the kind "${named}", which this version does not know; it is kept and not drawn`
      : undefined;
  },
};

/** Several values of a kind, in an order. @param item what the kind of its items says */
export const listField = (item: (field: ItemField) => FieldKind): FieldKind<ListField> => ({
  schema({ of, min = 0, max }, schemas) {
    const list = yup.array().of(schemas.field(of)).required().min(min).max(max);
    return item(of).hasId?.(of as never)
      ? list.test('unique-ids', '${path} must not hold the same id twice', (items: unknown) => {
          const ids = (items as ({ id?: string } | null)[]).map((one) => one?.id);
          return new Set(ids).size === ids.length;
        })
      : list;
  },
  json: ({ of, min, max }, schemas) => ({
    type: 'array',
    items: schemas.field(of),
    ...(min ? { minItems: min } : {}),
    maxItems: max,
  }),
  values: ({ of, min, max }, values) => `list of ${min ? `${min} to` : 'up to'} ${max}: ${values(of)}`,
  standard: ({ min }) => (min ? undefined : []),
  held: ({ of }) => item(of).held?.(of as never) ?? [],
  items: ({ of }) => of,
});
