import type { MovingValue } from './movingValue';
import type { AnyRecord, Check, Field, FieldGroup, Kinds, Point, RecordType } from './field';

/** Values of a record's fields by their keys. */
export type Values = Record<string, unknown>;

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
export function fieldsOf({ groups }: Pick<AnyRecord, 'groups'>): readonly Field[] {
  let all = known.get(groups);
  if (!all) known.set(groups, (all = groups.flatMap((group) => group.fields)));
  return all;
}
const known = new WeakMap<AnyRecord['groups'], readonly Field[]>();

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

/** A copy of plain data. */
export const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
