import type * as yup from 'yup';
import type { Operation } from '../picture/displayList';
import type { Field, FieldGroup } from '../property/field';
import { kindSchema } from '../property/kindSchema';
import type { MarkScene } from './scene';

/** A kind of figure: its fields, its defaults, and the marks it makes of levels along a path. */
export interface FigureShape<Kind extends string, Shape extends object> {
  label: string;
  /** What it looks like, in one line. */
  about: string;
  fields: readonly FieldGroup[];
  schema: yup.ObjectSchema<Shape & { kind: Kind }>;
  /** A figure that suits a picture of this size. */
  defaults(width: number, height: number): Shape & { kind: Kind };
  marks(figure: Shape, scene: MarkScene): Operation[];
}

/**
 * Makes a kind of figure from its parts.
 * @param markFields which marks there are and how they stand
 * @param sizeFields how large they are
 */
export function figureKind<Kind extends string, Shape extends object>(
  kind: Kind,
  { label, about }: { label: string; about: string },
  markFields: readonly Field[],
  sizeFields: readonly Field[],
  defaults: (width: number, height: number) => Shape,
  marks: FigureShape<Kind, Shape>['marks'],
): FigureShape<Kind, Shape> {
  const fields: readonly FieldGroup[] = [
    { heading: 'Marks', fields: markFields },
    { heading: 'How big', fields: sizeFields },
  ];
  return {
    ...{ label, about, fields, marks },
    schema: kindSchema<Kind, Shape>(kind, fields),
    defaults: (width, height) => ({ kind, ...defaults(width, height) }),
  };
}
