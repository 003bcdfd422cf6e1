import type { AnyRecord, Field, ItemField, ListName } from './field';
import type { Refers } from './kind/fieldKind';
import { fieldKind } from './kind/registry';
import { fieldsOf } from './record';
import { eachField } from './walk';

/** That something refers to something else of the film. */
export interface Reference extends Refers {
  id: string;
  /** Where it stands, as in an error. */
  path: string;
}

const refers = (field: Field | ItemField): Refers | undefined => fieldKind(field).refers?.(field as Field);

const isReference = (field: Field | ItemField): boolean => fieldKind(field).refers !== undefined;

/** What something made of a record refers to. */
export const referencesIn = (type: AnyRecord, values: object, path = ''): Reference[] =>
  eachField(type, values, path, isReference).flatMap(({ field, value, path: at }) => {
    const found = refers(field);
    return found && typeof value === 'string' ? [{ ...found, id: value, path: at }] : [];
  });

/** What the fields of a record have to refer to, without which there is none of it. */
export const neededBy = (type: AnyRecord): { key: string; to: ListName }[] =>
  fieldsOf(type).flatMap((field) => {
    const found = refers(field);
    return found?.needed ? [{ key: field.key, to: found.to }] : [];
  });

/**
 * Changes in place what something made of a record refers to.
 * @param change gives the new id, or null where nothing is referred to any more
 */
export function changeReferences(
  type: AnyRecord,
  values: object,
  change: (to: ListName, id: string) => string | null,
): void {
  for (const { field, value, holder, key } of eachField(type, values, '', isReference)) {
    const found = refers(field);
    if (found && typeof value === 'string') holder[key] = change(found.to, value);
  }
}
