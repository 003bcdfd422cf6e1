/** Changes of what a film may hold, whatever that is. */

export type Json = Record<string, unknown>;

export const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** An object's fields; none of what is no object, which the schema refuses later. */
export const fieldsOf = (value: unknown): Json => (isObject(value) ? value : {});

/** A list with each item changed; what is no list, or no object in it, stays as it is, for the schema to refuse. */
export const mapList = (value: unknown, change: (item: Json, i: number) => unknown): unknown =>
  Array.isArray(value) ? value.map((item: unknown, i) => (isObject(item) ? change(item, i) : item)) : value;

/** An object changed; what is none stays as it is. */
export const changed = (value: unknown, change: (item: Json) => Json): unknown =>
  isObject(value) ? change(value) : value;

export const clamp = (value: unknown, low: number, high: number) =>
  typeof value === 'number' ? Math.min(Math.max(value, low), high) : value;
