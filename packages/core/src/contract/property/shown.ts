import { isShown, type Field, type FieldGroup, type ShownField, type ShownGroup } from './field';
import { fieldKind } from './kind/registry';

/** Whether a card shows a control for it. */
export const hasControl = (field: Field): field is ShownField =>
  fieldKind(field).control === true && !(field as ShownField).hidden;

/** The fields of some groups that are shown while the properties have these values; groups without any are left out. */
export function shownFields(
  groups: readonly FieldGroup[],
  values: Readonly<Record<string, unknown>>,
): ShownGroup[] {
  return groups
    .map(({ heading, fields }) => ({
      heading,
      fields: fields.filter(hasControl).filter((field) => isShown(field, values)),
    }))
    .filter(({ fields }) => fields.length > 0);
}
