import type * as yup from 'yup';
import type { FieldGroup } from '../property/field';
import { kindSchema } from '../property/kindSchema';
import { alongFields, alongPath, alongStandard, type Along } from './along';
import type { Path } from './path';

/** A kind of path: its fields, its defaults, and how it is built. */
export interface PathShape<Kind extends string, Shape extends object> {
  label: string;
  fields: readonly FieldGroup[];
  schema: yup.ObjectSchema<Shape & Along & { kind: Kind }>;
  /** A path that suits a picture of this size. */
  defaults(width: number, height: number): Shape & Along & { kind: Kind };
  build(settings: Shape & Along & { kind: Kind }): Path;
}

/**
 * Makes a kind of path from what is its own; what all paths have is added.
 * @param whereFields the fields of its shape
 */
export function pathShape<Kind extends string, Shape extends object>(
  kind: Kind,
  label: string,
  whereFields: FieldGroup['fields'],
  defaults: (width: number, height: number) => Shape,
  build: (shape: Shape) => Path,
): PathShape<Kind, Shape> {
  const fields: readonly FieldGroup[] = [{ heading: 'Where', fields: whereFields }, alongFields];
  return {
    label,
    fields,
    schema: kindSchema<Kind, Shape & Along>(kind, fields),
    defaults: (width, height) => ({ kind, ...defaults(width, height), ...alongStandard }),
    build: (settings) => alongPath(build(settings), settings),
  };
}

/** Fields that several shapes have. */
export const centerFields = [
  { kind: 'number', key: 'centerX', label: 'Centre x', min: -20000, max: 20000, step: 10, unit: 'px' },
  { kind: 'number', key: 'centerY', label: 'Centre y', min: -20000, max: 20000, step: 10, unit: 'px' },
] as const;
export const turnField = {
  kind: 'number',
  key: 'turn',
  label: 'Turned by',
  min: -360,
  max: 360,
  step: 5,
  unit: '°',
} as const;
export const sizeField = (key: string, label: string) =>
  ({ kind: 'number', key, label, min: 1, max: 20000, step: 10, unit: 'px' }) as const;

/** Degrees to radians. */
export const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** A point turned around the origin, clockwise on the screen, and moved. */
export function turned(
  x: number,
  y: number,
  turn: number,
  centerX: number,
  centerY: number,
): [number, number] {
  const [cos, sin] = [Math.cos(radians(turn)), Math.sin(radians(turn))];
  return [centerX + cos * x - sin * y, centerY + sin * x + cos * y];
}
