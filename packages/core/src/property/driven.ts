import type { Field } from './field';
import { fieldsOf, type AnyRecord } from './record';

const movable: Partial<Record<Field['kind'], true>> = {
  number: true,
  color: true,
  choice: true,
  switch: true,
  point: true,
  scale: true,
  reference: true,
};

/** A property that can move during a film, by its place in a record: `place.opacity`, `stops.color`. */
export interface DrivenProperty {
  key: string;
  field: Field;
}

/** What of a record can be driven; of records within it, too, and of the items of lists. */
export function drivenProperties(type: AnyRecord): DrivenProperty[] {
  return fieldsOf(type).flatMap((field): DrivenProperty[] => {
    if (field.kind === 'id' || field.kind === 'made' || field.driven === false) return [];
    const inner = field.kind === 'record' ? field.of : field.kind === 'list' ? listed(field.of) : undefined;
    if (inner)
      return drivenProperties(inner).map(({ key, field: own }) => ({
        key: `${field.key}.${key}`,
        field: own,
      }));
    return movable[field.kind] ? [{ key: field.key, field }] : [];
  });
}

const listed = (item: { kind: string; of?: unknown }): AnyRecord | undefined =>
  item.kind === 'record' ? (item.of as AnyRecord) : undefined;
