import type { AnyRecord, Field, Size } from './field';
import { fieldKind } from './kind/registry';
import { fieldsOf, structuredCopy, type ValueOf, type Values } from './record';

/** The values that a record has where nothing is given. Fields without a default are left out. */
export function defaultsOf<R extends AnyRecord>(type: R, size: Size): ValueOf<R> {
  const values: Values = {};
  for (const field of fieldsOf(type)) {
    const value = defaultOf(field, size);
    if (value !== undefined) values[field.key] = value;
  }
  return values as ValueOf<R>;
}

/** The value that a field has where nothing is given; undefined when it has to be given. */
export function defaultOf(field: Field, size: Size): unknown {
  if ('optional' in field && field.optional) return undefined;
  const given: unknown = 'default' in field ? field.default : undefined;
  if (typeof given === 'function') return (given as (size: Size) => unknown)(size);
  if (given !== undefined) return typeof given === 'object' && given !== null ? structuredCopy(given) : given;
  const { standard } = fieldKind(field);
  if (standard) return standard(field, defaultsOf, size);
  return 'nullable' in field && field.nullable ? null : undefined;
}
