import type { Field, ItemField, Kinds } from './field';
import { fieldsOf, type AnyRecord } from './record';

type Json = Record<string, unknown>;

/** JSON Schemas of records by their names, gathered while they refer to each other. */
export type Definitions = Map<string, Json>;

/** Reference to the JSON Schema of a record, which is put among the definitions. */
export function recordJson(type: AnyRecord, definitions: Definitions): Json {
  if (!definitions.has(type.name)) {
    definitions.set(type.name, {});
    definitions.set(type.name, objectJson(type, definitions));
  }
  return { $ref: `#/$defs/${type.name}` };
}

/** JSON Schema of a record: what has no default must be there, and what is not known may be. */
export function objectJson(type: AnyRecord, definitions: Definitions, extra: Json = {}): Json {
  const all = fieldsOf(type);
  const properties = {
    ...extra,
    ...Object.fromEntries(all.map((field) => [field.key, described(field, definitions)])),
  };
  const required = [...Object.keys(extra), ...all.filter(isRequired).map(({ key }) => key)];
  return { type: 'object', properties, ...(required.length > 0 ? { required } : {}) };
}

/** Ids of items in lists are given to those that have none. */
const isRequired = (field: Field): boolean => {
  if (field.kind === 'id' || field.default !== undefined) return false;
  if (field.kind === 'made' || field.nullable || field.optional || field.kind === 'record') return false;
  return field.kind !== 'list' || (field.least ?? 0) > 0;
};

function described(field: Field, definitions: Definitions): Json {
  const { kind } = field;
  if (kind === 'id') return { type: 'string', minLength: 1, maxLength: 64 };
  const unit = 'unit' in field && field.unit !== '' ? storedUnit(field) : '';
  const schema = withNull(valueJson(field, definitions), field);
  return {
    title: field.label,
    ...('help' in field && field.help ? { description: field.help } : {}),
    ...(unit ? { unit } : {}),
    ...('default' in field && field.default !== undefined && typeof field.default !== 'function'
      ? { default: field.default }
      : {}),
    ...schema,
  };
}

const withNull = (schema: Json, field: Field | ItemField): Json =>
  'nullable' in field && field.nullable ? { anyOf: [schema, { type: 'null' }] } : schema;

/** The unit of stored values: what is shown as milliseconds is stored in seconds, what is shown in percent as a share. */
export function storedUnit({ unit, shownPer = 1 }: { unit: string; shownPer?: number }): string {
  if (shownPer === 1) return unit === 'px' ? 'picture units' : unit;
  return { ms: 's', '%': 'share', '%/s': 'share/s' }[unit] ?? `${unit} / ${shownPer}`;
}

function valueJson(field: Field | ItemField, definitions: Definitions): Json {
  switch (field.kind) {
    case 'number':
      return { type: field.whole ? 'integer' : 'number', minimum: field.min, maximum: field.max };
    case 'color':
      return { type: 'string', pattern: '^#[0-9a-fA-F]{6}$' };
    case 'choice':
      return { type: 'string', enum: field.choices.map(({ value }) => value) };
    case 'switch':
      return { type: 'boolean' };
    case 'text':
      return {
        type: 'string',
        maxLength: field.maxLength,
        ...(field.pattern ? { pattern: field.pattern.expression.source } : {}),
      };
    case 'made':
      return { type: 'string', maxLength: field.maxLength };
    case 'font':
      return { type: 'string', maxLength: 100 };
    case 'id':
    case 'reference':
      return { type: 'string', minLength: 1, maxLength: 64 };
    case 'point':
    case 'scale': {
      const axis = { type: 'number', minimum: field.min, maximum: field.max };
      return { type: 'object', properties: { x: axis, y: axis }, required: ['x', 'y'] };
    }
    case 'value': {
      const axis = { type: 'number' };
      const point = { type: 'object', properties: { x: axis, y: axis }, required: ['x', 'y'] };
      return { anyOf: [{ type: ['number', 'string', 'boolean'] }, point] };
    }
    case 'record':
      return recordJson(field.of, definitions);
    case 'kinds':
      return kindsJson(field.of(), definitions);
    case 'list':
      return {
        type: 'array',
        items: withNull(valueJson(field.of, definitions), field.of),
        ...(field.least ? { minItems: field.least } : {}),
        maxItems: field.most,
      };
  }
}

/** One of the kinds that are known, or one that is not. */
function kindsJson(kinds: Kinds, definitions: Definitions): Json {
  const known = Object.entries(kinds).map(([kind, { label, record }]) => {
    if (!definitions.has(record.name)) {
      definitions.set(record.name, {});
      definitions.set(record.name, {
        title: label,
        ...objectJson(record, definitions, { kind: { const: kind } }),
      });
    }
    return { $ref: `#/$defs/${record.name}` };
  });
  const unknown = {
    title: 'A kind of a newer version',
    type: 'object',
    properties: { kind: { type: 'string', not: { enum: Object.keys(kinds) } } },
    required: ['kind'],
  };
  return { anyOf: [...known, unknown] };
}
