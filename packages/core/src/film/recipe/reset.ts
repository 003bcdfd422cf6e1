import {
  type AnyRecord,
  defaultOf,
  defaultsOf,
  fieldKind,
  fieldsOf,
  locate,
  type Located,
  recordsWithin,
  type Size,
  structuredCopy,
  type Within,
} from '../../contract';
import { passesField } from '../../picture';
import { ownerOf, type PropertyOwner } from '../drive/property';
import type { PropertyAddress } from '../drive/address';
import type { Film } from '../document/film';

/** What properties were before they were changed: their defaults, or what the recipe has that the film was made by. */

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
export function earlierValue(film: Film, address: PropertyAddress, recipe?: Film): unknown {
  const keys = address.key.split('.');
  if (recipe) {
    const same = sameIn(film, recipe, address);
    const found = same && locate(same.record, same.owner, keys, address.item);
    return found && structuredCopy(found.value);
  }
  const own = ownerOf(film, address);
  const found = own && locate(own.record, own.owner, keys, address.item);
  return found && standardOf(found, film);
}

/** The default of a property; what is of a kind goes back to how that kind begins, and goes on being of it. */
function standardOf({ field, value }: Located, size: Size): unknown {
  const ofKinds = recordsWithin(field, value).filter(({ standard }) => standard);
  if (ofKinds.length === 0 || field.key === passesField.key) return defaultOf(field, size);
  if (!Array.isArray(value)) return standardOfKind(ofKinds[0]!, size);
  // Bodies on a stage stay there, each as it begins.
  const whole = new Map(ofKinds.map((one) => [one.at[0], standardOfKind(one, size)]));
  return value.map((item: unknown, i) => whole.get(i) ?? item);
}

function standardOfKind({ record, values, standard }: Within, size: Size): object {
  // What it is, says and listens to stays.
  const kept = fieldsOf(record)
    .filter((one) => fieldKind(one).content)
    .map(({ key }) => [key, (values as Record<string, unknown>)[key]] as const);
  return {
    ...(standard!(size) ?? defaultsOf(record, size)),
    kind: kindNameOf(values),
    ...Object.fromEntries(kept),
  };
}

/** Lets a property go back, in place. False where there is nothing to go back to. */
export function resetProperty(film: Film, address: PropertyAddress, recipe?: Film): boolean {
  const own = ownerOf(film, address);
  const found = own && locate(own.record, own.owner, address.key.split('.'), address.item);
  const value = earlierValue(film, address, recipe);
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
    fieldKind(field).content || lasting.includes(field.key) ? [] : [field.key],
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
