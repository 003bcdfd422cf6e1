import {
  type AnyRecord,
  canMove,
  type Field,
  fieldsOf,
  isValueOf,
  kindOf,
  locate,
  type MovingValue,
  recordsWithin,
} from '../../contract';
import { finishRecord, layerKinds, paletteRecord, pathRecord } from '../../picture';
import type { Film } from '../document/film';
import { ownerLists, type PropertyAddress } from './address';

/** A property that was found in a film. */
export interface FoundProperty {
  field: Field;
  value: MovingValue;
  /** Keys and indices from its owner to it. */
  path: readonly (string | number)[];
  /** What it is of, where it stands in a list of things of several kinds: a pass, a body. */
  part?: string | undefined;
}

/** What has properties: one of a list of the film, or its finish. */
export type PropertyOwner = Pick<PropertyAddress, 'list' | 'id'>;

/** The owner of a property with its record; undefined when there is none. */
export function ownerOf(
  film: Film,
  { list, id }: Pick<PropertyAddress, 'list' | 'id'>,
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
export function ownerName(film: Film, address: Pick<PropertyAddress, 'list' | 'id'>): string | undefined {
  const found = ownerOf(film, address);
  if (!found) return undefined;
  const { name } = found.owner as { name?: string };
  return name === undefined || name === '' ? ownerLists[address.list] : name;
}

/** Whether something may not move, nor anything within it. */
const stays = (field: Field) => 'driven' in field && field.driven === false;

/** Finds a property; undefined when its owner, its item or itself is not there, or it cannot move. */
export function findProperty(film: Film, address: PropertyAddress): FoundProperty | undefined {
  const owner = ownerOf(film, address);
  const found = owner && locate(owner.record, owner.owner, address.key.split('.'), address.item);
  if (!found || !canMove(found.field) || found.through.some(stays)) return undefined;
  const { field, value, path, part } = found;
  return isValueOf(field, value) ? { field, value, path, part } : undefined;
}

/** Every property of something that can move. */
export function movingProperties(
  record: AnyRecord,
  values: object,
): { key: string; item: string; field: Field }[] {
  return fieldsOf(record).flatMap((field) => {
    if (stays(field)) return [];
    if (canMove(field)) return [{ key: field.key, item: '', field }];
    const within = recordsWithin(field, (values as Record<string, unknown>)[field.key]);
    return within.flatMap(({ record: type, values: inner, id }) =>
      movingProperties(type, inner).map((one) => ({
        ...one,
        key: `${field.key}.${one.key}`,
        item: id === undefined || one.item === '' ? (id ?? one.item) : `${id}.${one.item}`,
      })),
    );
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
