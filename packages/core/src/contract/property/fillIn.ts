import { defaultOf } from './defaults';
import type { AnyRecord, Field, ItemField, ListField, Size } from './field';
import { fieldKind } from './kind/registry';
import { fieldsOf, type Values } from './record';

/** A sentence for each thing of a film that this version does not know. */
export type Warnings = string[];

/**
 * The values of a record with what is missing filled in from the defaults. What is not known
 * is kept, and named in a warning. The same object when nothing was missing.
 * @param path where the record stands, as in an error
 */
export function fillIn(
  type: AnyRecord,
  values: unknown,
  path: string,
  size: Size,
  warnings: Warnings,
): unknown {
  if (typeof values !== 'object' || values === null || Array.isArray(values)) return values;
  const given = values as Values;
  const all = fieldsOf(type);
  const known = keysOf(all);
  for (const key of Object.keys(given)) {
    if (!known.has(key) && key !== 'kind')
      warnings.push(`${at(path, key)} is not known to this version; it is kept`);
  }
  let filled = given;
  for (const field of all) {
    const value = given[field.key];
    const next =
      value === undefined
        ? defaultOf(field, size)
        : fillField(field, value, at(path, field.key), size, warnings);
    if (next === value) continue;
    if (filled === given) filled = { ...given };
    filled[field.key] = next;
  }
  return filled;
}

const keys = new WeakMap<readonly Field[], ReadonlySet<string>>();

function keysOf(all: readonly Field[]): ReadonlySet<string> {
  let found = keys.get(all);
  if (!found) keys.set(all, (found = new Set(all.map(({ key }) => key))));
  return found;
}

const at = (path: string, key: string) => (path === '' ? key : `${path}.${key}`);

function fillField(
  field: Field | ItemField,
  value: unknown,
  path: string,
  size: Size,
  warnings: Warnings,
): unknown {
  if (typeof value !== 'object' || value === null) return value;
  const kind = fieldKind(field);
  const inner = kind.inner?.(field as Field, value);
  if (inner) return fillIn(inner.record, value, path, size, warnings);
  const unknown = kind.unknown?.(value);
  if (unknown !== undefined) warnings.push(`${path} ${unknown}`);
  const of = kind.items?.(field as Field);
  // A list that is too long is refused as it is.
  if (!of || !Array.isArray(value) || value.length > (field as unknown as ListField).max) return value;
  const items = withIds(of, value as unknown[], (field as Field).key).map((item, i) =>
    fillField(of, item, `${path}[${i}]`, size, warnings),
  );
  return items.every((item, i) => item === (value as unknown[])[i]) ? value : items;
}

/** Items that should have an id and have none are given one that no other item has. */
function withIds(item: ItemField, values: unknown[], stem: string): unknown[] {
  if (!fieldKind(item).hasId?.(item as Field)) return values;
  const idOf = (value: unknown) => (value as { id?: unknown } | null | undefined)?.id;
  const taken = new Set(values.map(idOf));
  let n = 0;
  return values.map((value) => {
    if (typeof value !== 'object' || value === null || Array.isArray(value) || idOf(value) !== undefined)
      return value;
    do n++;
    while (taken.has(`${stem}-${n}`));
    return { id: `${stem}-${n}`, ...value };
  });
}
