import type { Field, FieldGroup } from './field';
import { fieldSchema } from './fieldSchema';

/**
 * Settings of one kind as those of another: what both have is kept, as far as the other
 * takes the value. The same key may stand for a number here and for a choice there.
 */
export function keepFitting<Settings extends object>(
  from: object,
  groups: readonly FieldGroup[],
  defaults: Settings,
): Settings {
  const fields = new Map<string, Field>(
    groups.flatMap(({ fields }) => fields.map((field): [string, Field] => [field.key, field])),
  );
  const kept = Object.entries(from).filter(([key, value]) => {
    const field = fields.get(key);
    return field && fieldSchema(field).isValidSync(value, { strict: true });
  });
  return { ...defaults, ...Object.fromEntries(kept) };
}
