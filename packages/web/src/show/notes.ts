import {
  colorRecord,
  fieldOf,
  kindOf,
  pathKinds,
  shownFields,
  type ChoiceField,
  type Field,
  type FigureSettings,
  type FilmPath,
  type LayerColor,
  type MovingValue,
  valueText,
  fieldKind,
} from '@cyclogram/core';
import { isStandard } from '../cords/filter';

/** What closed sections of a card say of what is set in them. */

const px = (value: number) => `${Math.round(value)} px`;

/** "Circle, 236 px" */
export function pathWords({ shape }: FilmPath): string {
  const label = kindOf(pathKinds, shape)?.label ?? shape.kind;
  const size = 'radius' in shape ? shape.radius : 'size' in shape ? shape.size : undefined;
  return typeof size === 'number' ? `${label}, ${px(size)}` : label;
}

/** "reach 173 px" */
export const sizeNote = (figure: FigureSettings): string | undefined =>
  'reach' in figure && typeof figure.reach === 'number' ? `reach ${px(figure.reach)}` : undefined;

/** What of a section is not as it is at first, the first two of it: "Text “MOLE END”, size 120 px". */
export function changedNote(
  fields: readonly Field[],
  values: Readonly<Record<string, unknown>>,
  defaults: Readonly<Record<string, unknown>>,
): string {
  const [group] = shownFields([{ heading: '', fields }], values);
  const changed = (group?.fields ?? []).filter(
    ({ key }) => !isStandard(values[key], defaults[key]) && values[key] !== null,
  );
  return changed
    .flatMap((field) => {
      const value = values[field.key];
      const { note } = fieldKind(field);
      return note
        ? (note(field, value) ?? [])
        : [`${field.label.toLowerCase()} ${valueText(field, value as MovingValue)}`];
    })
    .slice(0, 2)
    .join(', ');
}

const byField = fieldOf(colorRecord, 'by') as ChoiceField;
const labelOf = (by: string) => byField.choices.find(({ value }) => value === by)!.label.toLowerCase();

/** "4 colours, across the reach" */
export function colorNote({ by, stops }: LayerColor): string {
  if (by === 'one') return stops[0]!.color;
  return `${stops.length} ${stops.length === 1 ? 'colour' : 'colours'}, ${labelOf(by)}`;
}
