import { layerKinds } from '../layer/registry';
import { pathRecord } from '../path/filmPath';
import { finishRecord } from '../film/finish';
import type { Film } from '../film/film';
import type { Field, Kinds } from '../property/field';
import { paletteRecord } from '../property/palette';
import { fieldsOf, kindOf, type AnyRecord } from '../property/record';
import { ownerLists, type PropertyPlace } from './place';
import { isValueOf, type MovingValue } from './value';

/** A property that was found in a film. */
export interface FoundProperty {
  field: Field;
  value: MovingValue;
  /** Keys and indices from its owner to it. */
  path: readonly (string | number)[];
  /** What it is of, where it stands in a list of things of several kinds: a pass, a body. */
  part?: string | undefined;
}

const movingKinds: Partial<Record<Field['kind'], true>> = {
  number: true,
  color: true,
  choice: true,
  switch: true,
  text: true,
  point: true,
  scale: true,
  reference: true,
};

/** Whether a property can move during a film. */
export const canMove = (field: Field): boolean =>
  movingKinds[field.kind] === true && !('driven' in field && field.driven === false);

/** What has properties: one of a list of the film, or its finish. */
export type PropertyOwner = Pick<PropertyPlace, 'list' | 'id'>;

/** The owner of a property with its record; undefined when there is none. */
export function ownerOf(
  film: Film,
  { list, id }: Pick<PropertyPlace, 'list' | 'id'>,
): { owner: object; record: AnyRecord } | undefined {
  switch (list) {
    case 'finish':
      return { owner: film.finish, record: finishRecord };
    case 'layers': {
      const owner = film.layers.find((layer) => layer.id === id);
      const kind = owner && kindOf(layerKinds, owner);
      return kind && { owner, record: kind.record };
    }
    case 'paths': {
      const owner = film.paths.find((path) => path.id === id);
      return owner && { owner, record: pathRecord };
    }
    case 'palettes': {
      const owner = film.palettes.find((palette) => palette.id === id);
      return owner && { owner, record: paletteRecord };
    }
  }
}

/** Name of the owner of a property, for people; undefined when it is gone. */
export function ownerName(film: Film, place: Pick<PropertyPlace, 'list' | 'id'>): string | undefined {
  const found = ownerOf(film, place);
  if (!found) return undefined;
  const { name } = found.owner as { name?: string };
  return name === undefined || name === '' ? ownerLists[place.list] : name;
}

/** Finds a property; undefined when its owner, its item or itself is not there, or it cannot move. */
export function findProperty(film: Film, place: PropertyPlace): FoundProperty | undefined {
  const found = ownerOf(film, place);
  return found && findIn(found.record, found.owner, place.key.split('.'), place.item, []);
}

function findIn(
  record: AnyRecord,
  values: object,
  keys: readonly string[],
  item: string,
  before: readonly (string | number)[],
): FoundProperty | undefined {
  const [key, ...rest] = keys;
  const field = fieldsOf(record).find((one) => one.key === key);
  if (!field || !Object.hasOwn(values, field.key)) return undefined;
  const value = (values as Record<string, unknown>)[field.key];
  const path = [...before, field.key];
  if (rest.length === 0) {
    return canMove(field) && isValueOf(field, value) ? { field, value, path } : undefined;
  }
  if (typeof value !== 'object' || value === null || ('driven' in field && field.driven === false))
    return undefined;
  if (field.kind === 'record') return findIn(field.of, value, rest, item, path);
  if (field.kind === 'kinds') return findInKind(field.of(), value, rest, item, path);
  if (field.kind !== 'list' || !Array.isArray(value)) return undefined;
  // Of an item in a list of an item the ids of both stand one after the other.
  const isIn = (id: string | undefined) => id !== undefined && (item === id || item.startsWith(`${id}.`));
  const at = value.findIndex((one: { id?: string } | null) => isIn(one?.id));
  const one = value[at] as { id: string } | undefined;
  if (typeof one !== 'object' || one === null) return undefined;
  const inner = item.slice(one.id.length + 1);
  if (field.of.kind === 'record') return findIn(field.of.of, one, rest, inner, [...path, at]);
  if (field.of.kind !== 'kinds') return undefined;
  const kinds = field.of.of();
  const inside = findInKind(kinds, one, rest, inner, [...path, at]);
  return inside && { ...inside, part: kindOf(kinds, one)?.label };
}

function findInKind(
  kinds: Kinds,
  value: object,
  keys: readonly string[],
  item: string,
  path: readonly (string | number)[],
): FoundProperty | undefined {
  const kind = kindOf(kinds, value);
  return kind && findIn(kind.record, value, keys, item, path);
}

/** Every property of something that can move. */
export function movingProperties(
  record: AnyRecord,
  values: object,
): { key: string; item: string; field: Field }[] {
  return fieldsOf(record).flatMap((field) => {
    if (field.kind === 'id' || field.kind === 'made' || ('driven' in field && field.driven === false))
      return [];
    const value = (values as Record<string, unknown>)[field.key];
    const within = (type: AnyRecord | undefined, inner: unknown, item?: string) =>
      type && typeof inner === 'object' && inner !== null
        ? movingProperties(type, inner).map((one) => ({
            ...one,
            key: `${field.key}.${one.key}`,
            item: item === undefined || one.item === '' ? (item ?? one.item) : `${item}.${one.item}`,
          }))
        : [];
    if (field.kind === 'record') return within(field.of, value);
    if (field.kind === 'kinds') return within(kindOf(field.of(), value)?.record, value);
    if (field.kind === 'list') {
      const { of } = field;
      if (!Array.isArray(value) || (of.kind !== 'record' && of.kind !== 'kinds')) return [];
      return (value as unknown[]).flatMap((inner) =>
        within(
          of.kind === 'record' ? of.of : kindOf(of.of(), inner)?.record,
          inner,
          (inner as { id?: string }).id ?? '',
        ),
      );
    }
    return canMove(field) ? [{ key: field.key, item: '', field }] : [];
  });
}

type Node = Record<string | number, unknown>;

/**
 * The same object with another value at a place within it; what does not lead there is shared.
 * @param own copies that were made for the same object before: they are changed in place
 */
export function withValueAt<T extends object>(
  values: T,
  path: readonly (string | number)[],
  value: unknown,
  own: Set<object>,
): T {
  const copyOf = (node: object): Node => {
    if (own.has(node)) return node as Node;
    const copy = (Array.isArray(node) ? [...(node as unknown[])] : { ...node }) as Node;
    own.add(copy);
    return copy;
  };
  const root = copyOf(values);
  let at = root;
  const last = path.length - 1;
  for (let i = 0; i < last; i++) at = at[path[i]!] = copyOf(at[path[i]!] as object);
  at[path[last]!] = value;
  return root as T;
}
