import type { MovingValue } from '../drive/value';
import type { Field, FieldGroup, ItemField, Kinds, Point, Size } from './field';

/** Something of a film that is made of fields: a layer, an ear, a gradient's stop. */
export interface RecordType<Groups extends readonly FieldGroup[] = readonly FieldGroup[]> {
  /** What it is called in the JSON Schema and in the docs. */
  readonly name: string;
  readonly groups: Groups;
  /** What has to hold between its fields. */
  readonly checks: readonly Check[];
}

export type AnyRecord = RecordType;

/** Values of a record's fields by their keys. */
export type Values = Record<string, unknown>;

/** Something that has to hold between the fields of a record. */
export interface Check {
  /** The field that an error names. */
  key: string;
  /** Undefined when it holds, or what is wrong: a sentence without its subject. */
  problem(values: Values): string | undefined;
}

/** Describes a record. @param name what it is called in the JSON Schema and in the docs */
export const record = <const Groups extends readonly FieldGroup[]>(
  name: string,
  groups: Groups,
  checks: readonly Check[] = [],
): RecordType<Groups> => ({ name, groups, checks });

/** Groups of fields, for describing a record step by step. */
export const fieldGroups = <const Groups extends readonly FieldGroup[]>(groups: Groups): Groups => groups;

/** Fields, for using them in several records. */
export const fields = <const Fields extends readonly Field[]>(all: Fields): Fields => all;

type OrNull<F> = F extends { nullable: true } ? null : never;
type Flat<T> = { [Key in keyof T]: T[Key] };

/** The type of a field's values. */
export type ValueOfField<F> = F extends { kind: 'number' }
  ? number | OrNull<F>
  : F extends { kind: 'choice'; choices: readonly { value: infer Value }[] }
    ? Value
    : F extends { kind: 'switch' }
      ? boolean
      : F extends { kind: 'value' }
        ? MovingValue | OrNull<F>
        : F extends { kind: 'point' | 'scale' }
          ? Point
          : F extends { kind: 'reference' }
            ? string | OrNull<F>
            : F extends { kind: 'record'; of: RecordType<infer Groups> }
              ? ValueOfGroups<Groups> | OrNull<F>
              : F extends { kind: 'list'; of: infer Item }
                ? ValueOfField<Item>[]
                : F extends { kind: 'kinds'; of: () => infer All }
                  ? ValueOfKinds<All> | OrNull<F>
                  : string;

/** The type of what some groups of fields describe. */
export type ValueOfGroups<Groups> = Groups extends readonly { fields: readonly (infer F)[] }[]
  ? Flat<
      { -readonly [One in F as KeyOf<Exclude<One, { optional: true }>>]: ValueOfField<One> } & {
        -readonly [One in F as KeyOf<Extract<One, { optional: true }>>]?: ValueOfField<One> | undefined;
      }
    >
  : never;
type KeyOf<F> = F extends { key: infer Key extends string } ? Key : never;

/** The type of what a record describes. */
export type ValueOf<R> = R extends RecordType<infer Groups> ? ValueOfGroups<Groups> : never;

/** The type of what has one of several kinds. */
export type ValueOfKinds<All> = {
  [Kind in keyof All & string]: All[Kind] extends { record: infer R }
    ? Flat<{ kind: Kind } & ValueOf<R>>
    : never;
}[keyof All & string];

/** All fields of a record. */
export const fieldsOf = ({ groups }: Pick<AnyRecord, 'groups'>): Field[] =>
  groups.flatMap(({ fields: all }) => all);

/** The field of a record with a key. */
export const fieldOf = (type: AnyRecord, key: string): Field | undefined =>
  fieldsOf(type).find((field) => field.key === key);

/** The kind that something says it is; undefined for one that is not known. */
export function kindOf<All extends Kinds>(kinds: All, value: unknown): All[keyof All] | undefined {
  const kind = (value as { kind?: unknown } | null | undefined)?.kind;
  return typeof kind === 'string' && Object.hasOwn(kinds, kind) ? kinds[kind as keyof All] : undefined;
}

/** That one number lies above another; null counts as the highest there is. */
export const above = (low: string, high: string): Check => ({
  key: high,
  problem: (values) =>
    values[high] === null || !((values[high] as number) <= (values[low] as number))
      ? undefined
      : `must be above ${low}`,
});

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
  if (field.kind === 'made') return field.default;
  if (field.kind === 'id' || ('optional' in field && field.optional)) return undefined;
  const given: unknown = field.default;
  if (typeof given === 'function') return (given as (size: Size) => unknown)(size);
  if (given !== undefined) return typeof given === 'object' && given !== null ? structuredCopy(given) : given;
  if (field.kind === 'record') return field.nullable ? null : defaultsOf(field.of, size);
  if (field.kind === 'list' && !field.least) return [];
  return field.nullable ? null : undefined;
}

/** A copy of plain data. */
export const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

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

/** Every field of a record that has a value, those of records within it included. What is of no known kind is passed over. */
export function* eachField(type: AnyRecord, values: object, path = ''): Generator<Visited> {
  const holder = values as Record<string | number, unknown>;
  for (const field of fieldsOf(type)) {
    const value = holder[field.key];
    if (value === undefined) continue;
    yield* visit(field, value, path === '' ? field.key : `${path}.${field.key}`, holder, field.key);
  }
}

function* visit(
  field: Field | ItemField,
  value: unknown,
  path: string,
  holder: Visited['holder'],
  key: string | number,
): Generator<Visited> {
  yield { field, value, path, holder, key };
  if (typeof value !== 'object' || value === null) return;
  if (field.kind === 'record') yield* eachField(field.of, value, path);
  else if (field.kind === 'kinds') {
    const kind = kindOf(field.of(), value);
    if (kind) yield* eachField(kind.record, value, path);
  } else if (field.kind === 'list' && Array.isArray(value)) {
    for (const [i, item] of value.entries())
      yield* visit(field.of, item, `${path}[${i}]`, value as unknown as Visited['holder'], i);
  }
}
