import type * as yup from 'yup';
import type { Path } from '../path/path';
import type { Operation } from '../picture/displayList';
import type { FieldGroup } from '../property/field';
import { kindSchema } from '../property/kindSchema';

/** What every figure has, whatever its marks: the colours its thumbnail is drawn in. */
export interface FigureColors {
  color: string;
  colorHigh?: string;
}

/** A kind of figure: its fields, its defaults, and the marks it makes of levels along a path. */
export interface FigureShape<Kind extends string, Shape extends FigureColors> {
  label: string;
  fields: readonly FieldGroup[];
  schema: yup.ObjectSchema<Shape & { kind: Kind }>;
  /** A figure that suits a picture of this size. */
  defaults(width: number, height: number): Shape & { kind: Kind };
  /**
   * @param levels 0..1 of the bands that are shown, low ones first
   * @param peaks held peaks of the same bands, when the ear holds them
   */
  marks(figure: Shape, path: Path, levels: ArrayLike<number>, peaks?: ArrayLike<number>): Operation[];
}

/** Makes a kind of figure from its parts. */
export const figureKind = <Kind extends string, Shape extends FigureColors>(
  kind: Kind,
  label: string,
  fields: readonly FieldGroup[],
  defaults: (width: number, height: number) => Shape,
  marks: FigureShape<Kind, Shape>['marks'],
): FigureShape<Kind, Shape> => ({
  label,
  fields,
  schema: kindSchema<Kind, Shape>(kind, fields),
  defaults: (width, height) => ({ kind, ...defaults(width, height) }),
  marks,
});
