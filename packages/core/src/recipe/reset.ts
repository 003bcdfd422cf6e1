import { ownerOf, type PropertyOwner } from '../drive/property';
import type { PropertyPlace } from '../drive/place';
import type { Film } from '../film/film';
import { passesField } from '../film/finish';
import type { Field, Kinds, KindsField, Size } from '../property/field';
import { defaultOf, defaultsOf, fieldsOf, kindOf, structuredCopy, type AnyRecord } from '../property/record';

/** What properties were before they were changed: their defaults, or what the recipe has that the film was made by. */

interface Found {
  holder: Record<string, unknown>;
  field: Field & { key: string };
  value: unknown;
}

/** Finds a property, whether it can move or not. */
function find(
  record: AnyRecord,
  values: object,
  [key, ...rest]: readonly string[],
  item: string,
): Found | undefined {
  const field = fieldsOf(record).find((one) => one.key === key) as Found['field'] | undefined;
  const holder = values as Record<string, unknown>;
  if (!field || !Object.hasOwn(holder, field.key)) return undefined;
  const value = holder[field.key];
  if (rest.length === 0) return { holder, field, value };
  if (typeof value !== 'object' || value === null) return undefined;
  if (field.kind === 'record') return find(field.of, value, rest, item);
  if (field.kind === 'kinds') {
    const kind = kindOf(field.of(), value);
    return kind && find(kind.record, value, rest, item);
  }
  if (field.kind !== 'list' || !Array.isArray(value)) return undefined;
  const one = (value as { id?: string }[]).find(
    ({ id }) => id !== undefined && (item === id || item.startsWith(`${id}.`)),
  );
  if (!one) return undefined;
  const inner = item.slice(one.id!.length + 1);
  if (field.of.kind === 'record') return find(field.of.of, one, rest, inner);
  if (field.of.kind !== 'kinds') return undefined;
  const kind = kindOf(field.of.of(), one);
  return kind && find(kind.record, one, rest, inner);
}

const kindNameOf = (value: object): unknown => (value as { kind?: unknown }).kind;

/** What of a recipe stands for an owner in a film: by its id, else by its name and kind. */
function sameIn(
  film: Film,
  recipe: Film,
  owner: PropertyOwner,
): { owner: object; record: AnyRecord } | undefined {
  const own = ownerOf(film, owner);
  if (!own) return undefined;
  const byId = ownerOf(recipe, owner);
  if (byId && kindNameOf(byId.owner) === kindNameOf(own.owner)) return byId;
  if (owner.list === 'finish') return byId;
  const { name } = own.owner as { name?: string };
  const other = (recipe[owner.list] as { id: string; name: string }[]).find(
    (one) => one.name === name && kindNameOf(one) === kindNameOf(own.owner),
  );
  return other && ownerOf(recipe, { list: owner.list, id: other.id });
}

/**
 * What a property goes back to.
 * @param recipe the recipe that the film was made by; its default when left out
 * @returns undefined where there is nothing to go back to
 */
export function earlierValue(film: Film, place: PropertyPlace, recipe?: Film): unknown {
  const keys = place.key.split('.');
  if (recipe) {
    const same = sameIn(film, recipe, place);
    const found = same && find(same.record, same.owner, keys, place.item);
    return found && structuredCopy(found.value);
  }
  const own = ownerOf(film, place);
  const found = own && find(own.record, own.owner, keys, place.item);
  return found && standardOf(found, film);
}

/** The default of a property; what is of a kind goes back to how that kind begins, and goes on being of it. */
function standardOf({ field, value }: Found, size: Size): unknown {
  if (field.kind === 'kinds') return standardOfKind(field.of(), value as object, size);
  const isList = field.kind === 'list' && field.of.kind === 'kinds' && field.key !== passesField.key;
  if (!isList || !Array.isArray(value)) return defaultOf(field, size);
  // Bodies on a stage stay there, each as it begins.
  const { of } = field.of as KindsField;
  return value.map((item: object) => standardOfKind(of(), item, size) ?? item);
}

function standardOfKind(kinds: Kinds, value: object, size: Size): unknown {
  const kind = kindOf(kinds, value) as (Kinds[string] & { defaults?: (size: Size) => object }) | undefined;
  if (!kind) return undefined;
  const standard = kind.defaults?.(size) ?? defaultsOf(kind.record, size);
  // What it is, says and listens to stays.
  const staying = fieldsOf(kind.record).filter(
    ({ kind: what }) => what === 'reference' || what === 'text' || what === 'id',
  );
  const kept = staying.flatMap((field) =>
    'key' in field ? [[field.key, (value as Record<string, unknown>)[field.key]]] : [],
  );
  return { ...standard, kind: kindNameOf(value), ...(Object.fromEntries(kept) as object) };
}

/** Lets a property go back, in place. False where there is nothing to go back to. */
export function resetProperty(film: Film, place: PropertyPlace, recipe?: Film): boolean {
  const own = ownerOf(film, place);
  const found = own && find(own.record, own.owner, place.key.split('.'), place.item);
  const value = earlierValue(film, place, recipe);
  if (!found || value === undefined) return false;
  found.holder[found.field.key] = value;
  return true;
}

/** What a layer is called and belongs to is no look: it stays when the rest goes back. */
const lasting = ['name', 'visible', 'locked', 'group', 'text', 'sections'];

/** Keys of an owner's properties that make its look. */
export function lookKeys(film: Film, owner: PropertyOwner): string[] {
  const own = ownerOf(film, owner);
  if (!own) return [];
  return fieldsOf(own.record).flatMap((field) =>
    field.kind === 'id' || field.kind === 'made' || field.kind === 'reference' || lasting.includes(field.key)
      ? []
      : [field.key],
  );
}

/** Lets all properties of a layer, or some of them, go back. */
export function resetOwner(
  film: Film,
  owner: PropertyOwner,
  keys: readonly string[],
  recipe?: Film,
): boolean {
  return keys
    .map((key) => resetProperty(film, { ...owner, key, item: '' }, recipe))
    .some((changed) => changed);
}

/** Values that new layers of a kind begin with, in place of those of the record: kept of a layer as it is. */
export const looksOf = (film: Film, layer: { id: string }): Record<string, unknown> => {
  const keys = lookKeys(film, { list: 'layers', id: layer.id });
  return structuredCopy(
    Object.fromEntries(keys.map((key) => [key, (layer as unknown as Record<string, unknown>)[key]])),
  );
};
