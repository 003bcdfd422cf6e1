import {
  colorRecord,
  fieldOf,
  kindOf,
  pathKinds,
  type ChoiceField,
  type FigureSettings,
  type FilmPath,
  type LayerColor,
} from '@cyclogram/core';

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

const byField = fieldOf(colorRecord, 'by') as ChoiceField;
const labelOf = (by: string) => byField.choices.find(({ value }) => value === by)!.label.toLowerCase();

/** "4 colours, across the reach" */
export function colorNote({ by, stops }: LayerColor): string {
  if (by === 'one') return stops[0]!.color;
  return `${stops.length} ${stops.length === 1 ? 'colour' : 'colours'}, ${labelOf(by)}`;
}
