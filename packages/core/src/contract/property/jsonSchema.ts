import { defaultOf } from './defaults';
import type { AnyRecord, Field, ItemField } from './field';
import type { Json, JsonSchemas } from './kind/fieldKind';
import { fieldKind } from './kind/registry';
import { fieldsOf } from './record';
import { storedUnit } from './storedUnit';

/** JSON Schemas of records by their names, gathered while they refer to each other. */
export type Definitions = Map<string, Json>;

/** Reference to the JSON Schema of a record, which is put among the definitions. */
export function recordJson(
  type: AnyRecord,
  definitions: Definitions,
  kind?: { name: string; label: string },
): Json {
  if (!definitions.has(type.name)) {
    definitions.set(type.name, {});
    const described = kind
      ? { title: kind.label, ...objectJson(type, definitions, { kind: { const: kind.name } }) }
      : objectJson(type, definitions);
    definitions.set(type.name, described);
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

const nowhere = { width: 0, height: 0 };

/** Ids of items in lists are given to those that have none. */
const isRequired = (field: Field): boolean =>
  field.key !== 'id' && !('optional' in field && field.optional) && defaultOf(field, nowhere) === undefined;

function described(field: Field, definitions: Definitions): Json {
  const unit = 'unit' in field && field.unit !== '' ? storedUnit(field) : '';
  const schema = valueJson(field, definitions);
  return {
    ...('label' in field ? { title: field.label } : {}),
    ...('help' in field && field.help ? { description: field.help } : {}),
    ...(unit ? { unit } : {}),
    ...('default' in field && field.default !== undefined && typeof field.default !== 'function'
      ? { default: field.default }
      : {}),
    ...schema,
  };
}

function valueJson(field: Field | ItemField, definitions: Definitions): Json {
  const schemas: JsonSchemas = {
    field: (one) => valueJson(one, definitions),
    record: (type, kind) => recordJson(type, definitions, kind),
  };
  const schema = fieldKind(field).json(field as Field, schemas);
  return 'nullable' in field && field.nullable ? { anyOf: [schema, { type: 'null' }] } : schema;
}
