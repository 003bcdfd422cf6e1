import type { ListName, ReferenceField } from './field';
import { eachField, type AnyRecord } from './record';

/** That something refers to something else of the film. */
export interface Reference {
  to: ListName;
  id: string;
  /** Kinds of what may be referred to; all when undefined. */
  kinds: readonly string[] | undefined;
  /** Whether there must be something: it cannot be null. */
  needed: boolean;
  /** Whether it may be gone. */
  soft: boolean;
  /** Where it stands, as in an error. */
  path: string;
}

/** What something made of a record refers to. */
export function referencesIn(type: AnyRecord, values: object, path = ''): Reference[] {
  return [...eachField(type, values, path)].flatMap(({ field, value, path: at }) => {
    if (field.kind !== 'reference' || typeof value !== 'string') return [];
    const { to, kinds, nullable, soft } = field as ReferenceField;
    return [{ to, id: value, kinds, needed: !nullable && !soft, soft: soft === true, path: at }];
  });
}

/**
 * Changes in place what something made of a record refers to.
 * @param change gives the new id, or null where nothing is referred to any more
 */
export function changeReferences(
  type: AnyRecord,
  values: object,
  change: (to: ListName, id: string) => string | null,
): void {
  // Found first: the walk would otherwise see its own changes.
  for (const { field, value, holder, key } of [...eachField(type, values)]) {
    if (field.kind === 'reference' && typeof value === 'string') {
      holder[key] = change((field as ReferenceField).to, value);
    }
  }
}
