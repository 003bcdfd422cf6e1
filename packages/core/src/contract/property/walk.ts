import type { AnyRecord, Field, ItemField } from './field';
import type { Inner } from './kind/fieldKind';
import { fieldKind } from './kind/registry';
import { fieldsOf, type Values } from './record';

/** The ways through a film: everything that goes through records within records goes one of them. */

/** A field at its place in a film. */
export interface Visited {
  field: Field | ItemField;
  value: unknown;
  /** Where it is, as in an error: layers[0].color.palette. */
  path: string;
  /** What holds it, and under which key or index. */
  holder: Record<string | number, unknown>;
  key: string | number;
}

/**
 * Every field of a record that has a value, those of records within it included, with the values as they were when it began.
 * What is of no known kind is passed over.
 * @param wanted which fields are told; all when left out
 */
export function eachField(type: AnyRecord, values: object, path = '', wanted = anyField): Visited[] {
  const found: Visited[] = [];
  visitRecord(type, values, path, { wanted, found });
  return found;
}

const anyField = (_field: Field | ItemField): boolean => true;

/** What is looked for, and what of it was found. */
interface Search {
  wanted: (field: Field | ItemField) => boolean;
  found: Visited[];
}

function visitRecord(type: AnyRecord, values: object, path: string, search: Search): void {
  const holder = values as Record<string | number, unknown>;
  for (const field of fieldsOf(type)) {
    const value = holder[field.key];
    if (value === undefined) continue;
    visit(field, value, path === '' ? field.key : `${path}.${field.key}`, holder, field.key, search);
  }
}

function visit(
  field: Field | ItemField,
  value: unknown,
  path: string,
  holder: Visited['holder'],
  key: string | number,
  search: Search,
): void {
  if (search.wanted(field)) search.found.push({ field, value, path, holder, key });
  const inner = recordIn(field, value);
  if (inner) visitRecord(inner.record, inner.values, path, search);
  const items = itemsIn(field, value);
  if (!items) return;
  const within = items.values as unknown as Visited['holder'];
  items.values.forEach((item, i) => visit(items.of, item, `${path}[${i}]`, within, i, search));
}

/** Every value of the fields of a kind, wherever they stand. */
export const valuesOfKind = (kind: Field['kind'], type: AnyRecord, values: object): unknown[] =>
  eachField(type, values, '', (field) => field.kind === kind).map(({ value }) => value);

/** The record in a field; undefined where it has none or one that is not known. */
const recordIn = (field: Field | ItemField, value: unknown): Inner | undefined =>
  typeof value === 'object' && value !== null ? fieldKind(field).inner?.(field as Field, value) : undefined;

/** The items in a field, with their field; undefined where it has none. */
function itemsIn(
  field: Field | ItemField,
  value: unknown,
): { of: ItemField; values: readonly unknown[] } | undefined {
  const of = fieldKind(field).items?.(field as Field);
  return of && Array.isArray(value) ? { of, values: value as unknown[] } : undefined;
}

/**
 * The same values with some changed; what is not changed is shared, and the same object comes back where nothing is.
 * @param change gives the new value of a field that holds no other ones
 */
export function mapFields<T extends object>(
  type: AnyRecord,
  values: T,
  change: (field: Field | ItemField, value: unknown) => unknown,
): T {
  let mapped = values as Values;
  for (const field of fieldsOf(type)) {
    const value = (values as Values)[field.key];
    const next = mapField(field, value, change);
    if (next === value) continue;
    if (mapped === values) mapped = { ...mapped };
    mapped[field.key] = next;
  }
  return mapped as T;
}

function mapField(
  field: Field | ItemField,
  value: unknown,
  change: (field: Field | ItemField, value: unknown) => unknown,
): unknown {
  const inner = recordIn(field, value);
  if (inner) return mapFields(inner.record, inner.values, change);
  const items = itemsIn(field, value);
  if (!items) return change(field, value);
  const next = items.values.map((item) => mapField(items.of, item, change));
  return next.every((item, i) => item === items.values[i]) ? value : next;
}

/** A record within a field, with what leads to it. */
export interface Within extends Inner {
  /** Its index, in a list. */
  at: readonly number[];
  /** Its id, in a list; empty where it has none. */
  id?: string;
}

/** The records directly within a field. */
export function recordsWithin(field: Field, value: unknown): Within[] {
  const inner = recordIn(field, value);
  if (inner) return [{ ...inner, at: [] }];
  const items = itemsIn(field, value);
  return (items?.values ?? []).flatMap((item, i) => {
    const one = recordIn(items!.of, item);
    return one ? [{ ...one, at: [i], id: (item as { id?: string }).id ?? '' }] : [];
  });
}

/** A field that was found, with what holds it. */
export interface Located {
  field: Field;
  value: unknown;
  holder: Values;
  /** Keys and indices that lead to it. */
  path: readonly (string | number)[];
  /** What it is of, where it stands in a list of things of several kinds: a pass, a body. */
  part: string | undefined;
  /** The fields that lead to it. */
  through: readonly Field[];
}

/**
 * Finds a field by keys and, in lists, ids.
 * @param item ids of the items on the way, one after the other with dots between them
 */
export function locate(
  type: AnyRecord,
  values: object,
  [key, ...rest]: readonly string[],
  item: string,
): Located | undefined {
  const field = fieldsOf(type).find((one) => one.key === key);
  if (!field || !Object.hasOwn(values, field.key)) return undefined;
  const holder = values as Values;
  const value = holder[field.key];
  if (rest.length === 0) return { field, value, holder, path: [field.key], part: undefined, through: [] };
  const inside = recordsWithin(field, value).find(
    ({ id }) => id === undefined || (id !== '' && (item === id || item.startsWith(`${id}.`))),
  );
  if (!inside) return undefined;
  const { id, at, label, record, values: inner } = inside;
  const found = locate(record, inner, rest, id === undefined ? item : item.slice(id.length + 1));
  return (
    found && {
      ...found,
      path: [field.key, ...at, ...found.path],
      part: id === undefined ? found.part : (label ?? found.part),
      through: [field, ...found.through],
    }
  );
}
