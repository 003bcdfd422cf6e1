import { fieldsOf, isObject, mapList, type Json } from './json';

/** Changes of what cords do to properties whose numbers have got another meaning. */

/** A number's new meaning: it is multiplied, then something is added. */
export interface Meaning {
  scale?: number;
  offset?: number;
}

/** An item of a list by its id. */
const itemOf = (list: unknown, id: unknown): unknown =>
  Array.isArray(list) ? list.find((item) => fieldsOf(item)['id'] === id) : undefined;

/**
 * What a cord's property stands in: its owner, or the record or item of a list within it that the keys lead to.
 * @returns that, and the last key; undefined where there is no such thing
 */
export function drivenPlace(film: Json, target: Json): { within: Json; key: string } | undefined {
  const { list, id, key, item } = target;
  if (typeof key !== 'string') return undefined;
  const owner = list === 'finish' ? film['finish'] : itemOf(film[String(list)], id);
  const keys = key.split('.');
  let within: unknown = owner;
  for (const step of keys.slice(0, -1)) {
    const next = fieldsOf(within)[step];
    within = Array.isArray(next) ? itemOf(next, item) : next;
  }
  return isObject(within) ? { within, key: keys.at(-1)! } : undefined;
}

const number = (value: unknown, change: (value: number) => number): unknown =>
  typeof value === 'number' ? change(value) : value;

const mapValues = (list: unknown, change: (value: unknown) => unknown): unknown =>
  mapList(list, (item) => ({ ...item, value: change(item['value']) }));

/** A source of motion whose property has got another meaning. @param base of the property, in its old meaning */
export function sourceInMeaning(source: Json, { scale = 1, offset = 0 }: Meaning, base: unknown): Json {
  const absolute = (value: unknown) => number(value, (old) => old * scale + offset);
  const relative = (value: unknown) => number(value, (old) => old * scale);
  switch (source['kind']) {
    case 'follower': {
      const { rest, peak, how } = source;
      const moved = { ...source, ...(rest !== undefined && { rest: absolute(rest) }) };
      if (how === 'by') return { ...moved, peak: relative(peak) };
      if (how !== 'times') return { ...moved, peak: absolute(peak) };
      const from = typeof rest === 'number' ? rest : base;
      // A factor of what does not begin at nothing any more: the same way, as an increase.
      return offset === 0 || typeof peak !== 'number' || typeof from !== 'number'
        ? moved
        : { ...moved, how: 'by', peak: from * (peak - 1) * scale };
    }
    case 'keyframes':
      return { ...source, keys: mapValues(source['keys'], absolute) };
    case 'sections':
      return { ...source, values: mapValues(source['values'], absolute) };
    case 'steps': {
      const { values } = source;
      return { ...source, values: Array.isArray(values) ? values.map(absolute) : values };
    }
    default:
      return 'amount' in source ? { ...source, amount: relative(source['amount']) } : source;
  }
}
