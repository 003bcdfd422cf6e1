import type { AnyRecord, Field } from './field';
import { fieldKind } from './kind/registry';
import { mapFields } from './walk';

/** A record with everything that is measured in picture units so many times as large; the same one where nothing is. */
export const scaleLengths = <T extends object>(type: AnyRecord, values: T, factor: number): T =>
  mapFields(type, values, (field, value) =>
    // What is not set has no length.
    value === null || value === undefined
      ? value
      : (fieldKind(field).scaled?.(field as Field, value, factor) ?? value),
  );
