import { ValidationError, type Schema } from 'yup';
import type { AnyRecord, Field, ItemField, ListField } from './field';
import { fieldKind } from './kind/registry';
import { fieldsOf, type Values } from './record';
import { fieldSchema, recordSchema } from './schema';

/** What is wrong with the values of a record, as far as it is told. */
class Problems {
  readonly found: string[] = [];

  constructor(private readonly max: number) {}

  get full(): boolean {
    return this.found.length >= this.max;
  }

  /** Adds what a schema says of a value. @param recursive whether also of what is within it */
  add(schema: Schema, value: unknown, path: string, recursive = false): void {
    try {
      // Yup takes a path, and does not say so in its types.
      schema.validateSync(value, { strict: true, abortEarly: false, recursive, path } as object);
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      this.found.push(...error.errors.slice(0, this.max - this.found.length));
    }
  }
}

/**
 * What is wrong with the values of a record, in the words of its Yup schema: see {@link recordSchema}. Of what holds too
 * much only that is said, and what is right is not put to the schema, so that it takes a time in proportion to the values.
 * @param max problems after which it is looked no further
 */
export function problemsIn(type: AnyRecord, values: unknown, max: number): string[] {
  const problems = new Problems(max);
  checkRecord(type, values, '', problems);
  return problems.found;
}

const isRecord = (value: unknown): value is Values =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function checkRecord(type: AnyRecord, value: unknown, path: string, problems: Problems): void {
  if (!isRecord(value)) return problems.add(recordSchema(type), value, path);
  for (const field of fieldsOf(type)) {
    checkField(field, value[field.key], path === '' ? field.key : `${path}.${field.key}`, problems);
    if (problems.full) return;
  }
  if (type.checks.length > 0 && type.checks.some(({ problem }) => refuses(problem, value)))
    problems.add(recordSchema(type), value, path);
}

function refuses(problem: (values: Values) => string | undefined, values: Values): boolean {
  try {
    return problem(values) !== undefined;
  } catch {
    // It compares values of other types than they have to be, which the fields themselves say.
    return false;
  }
}

function checkField(field: Field | ItemField, value: unknown, path: string, problems: Problems): void {
  const free = field as Field & { optional?: boolean; nullable?: boolean };
  if (value === undefined && free.optional) return;
  const kind = fieldKind(field);
  if (kind.holds) {
    if (!kind.holds(free, value)) problems.add(fieldSchema(field), value, path, true);
    return;
  }
  const of = kind.items?.(free);
  if (of) return checkItems(free as unknown as ListField, of, value, path, problems);
  if (value === null && free.nullable) return;
  const inner = isRecord(value) ? kind.inner?.(free, value) : undefined;
  if (inner) checkRecord(inner.record, inner.values, path, problems);
  else if (!isRecord(value) || kind.unknown?.(value) === undefined)
    problems.add(fieldSchema(field), value, path, true);
}

function checkItems(list: ListField, of: ItemField, value: unknown, path: string, problems: Problems): void {
  // Of a list that is too long no item is looked at.
  if (Array.isArray(value) && value.length <= list.max) {
    for (const [i, item] of (value as unknown[]).entries()) {
      checkField(of, item, `${path}[${i}]`, problems);
      if (problems.full) return;
    }
    if (value.length >= (list.min ?? 0) && (!fieldKind(of).hasId?.(of as Field) || haveOwnIds(value))) return;
  }
  problems.add(fieldSchema(list), value, path);
}

const haveOwnIds = (items: readonly unknown[]): boolean =>
  new Set(items.map((item) => (item as { id?: unknown } | null)?.id)).size === items.length;
