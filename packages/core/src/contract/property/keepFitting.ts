import type { AnyRecord } from './field';
import { fieldOf } from './record';
import { fieldSchema } from './schema';

/** Whether a value may stand in a field of a record. */
export function fits(type: AnyRecord, key: string, value: unknown): boolean {
  const field = fieldOf(type, key);
  return field !== undefined && fieldSchema(field).isValidSync(value, { strict: true });
}

/**
 * Settings of one kind as those of another: what both have is kept, as far as the other
 * takes the value. The same key may stand for a number here and for a choice there.
 */
export function keepFitting<Settings extends object>(
  from: object,
  type: AnyRecord,
  defaults: Settings,
): Settings {
  const kept = Object.entries(from).filter(([key, value]) => fits(type, key, value));
  return { ...defaults, ...Object.fromEntries(kept) };
}
