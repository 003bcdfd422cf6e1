import {
  defaultsOf,
  type Field,
  record,
  type RecordType,
  type Size,
  type SlotId,
  type ValueOf,
} from '../../contract';
import type { Path } from './path';
import type { PathPlacement } from './pathPlacement';

/** Something of a shape that can be dragged, in the shape's own coordinates. */
export interface ShapeHandle {
  label: string;
  x: number;
  y: number;
  /** Whether it sets how large the shape is. */
  sizes: boolean;
  /** What of the shape changes when it is dragged to a place. */
  drag(x: number, y: number): Record<string, unknown>;
}

/** The record of a kind of shape: its fields under one heading. */
export type ShapeRecord<Fields extends readonly Field[]> = RecordType<
  readonly [{ readonly heading: 'Shape'; readonly fields: Fields }]
>;

/** What a kind of shape is made of. */
export interface ShapeLiteral<Kind extends string, Fields extends readonly Field[]> {
  kind: Kind;
  label: string;
  fields: Fields;
  /** The shape as a path, in its own coordinates: x right, y down, 0, 0 where it is placed and what it rotates around. */
  build(shape: ValueOf<ShapeRecord<NoInfer<Fields>>>): Path;
  /** Whether a new start can be chosen along it: whether its ends meet. Shapes are taken for closed ones when left out. */
  closed?(shape: ValueOf<ShapeRecord<NoInfer<Fields>>>): boolean;
  /** Whether every line of it shows all bands, instead of its part of them. */
  allOnEach?(shape: ValueOf<ShapeRecord<NoInfer<Fields>>>): boolean;
  /** Whether its points, a list of drawn points, can be moved one by one. */
  hasPoints?: true;
  /** What the interface shows beside its fields. */
  slot?: SlotId;
  /** Where a new one stands; in the middle of the picture when left out. */
  place?(size: Size): Partial<PathPlacement>;
  /** What of it can be dragged; none when left out. */
  handles?(shape: ValueOf<ShapeRecord<NoInfer<Fields>>>): ShapeHandle[];
}

/** A kind of shape that paths can have. */
export interface ShapeKind<Kind extends string, Fields extends readonly Field[]> {
  kind: Kind;
  label: string;
  record: ShapeRecord<Fields>;
  /** A shape that suits a picture of this size. */
  defaults(size: Size): ValueOf<ShapeRecord<Fields>> & { kind: Kind };
  build: ShapeLiteral<Kind, Fields>['build'];
  closed(shape: ValueOf<ShapeRecord<Fields>>): boolean;
  allOnEach(shape: ValueOf<ShapeRecord<Fields>>): boolean;
  hasPoints: boolean;
  place(size: Size): Partial<PathPlacement>;
  handles(shape: ValueOf<ShapeRecord<Fields>>): ShapeHandle[];
}

/** Makes a kind of shape. */
export function shapeKind<const Kind extends string, const Fields extends readonly Field[]>({
  kind,
  label,
  fields,
  build,
  closed = () => true,
  allOnEach = () => false,
  hasPoints,
  slot,
  place = () => ({}),
  handles = () => [],
}: ShapeLiteral<Kind, Fields>): ShapeKind<Kind, Fields> {
  const type = record(`path.${kind}`, [
    { heading: 'Shape', fields, ...(slot && { slot }) },
  ]) as unknown as ShapeRecord<Fields>;
  return {
    kind,
    label,
    record: type,
    defaults: (size) => ({ kind, ...defaultsOf(type, size) }),
    build,
    closed,
    allOnEach,
    hasPoints: hasPoints ?? false,
    place,
    handles,
  };
}

/** Fields that several shapes have. */
export const sizeField = <Key extends string>(key: Key, label: string, size: (size: Size) => number) =>
  ({ kind: 'number', key, label, min: 1, max: 20000, step: 10, unit: 'px', default: size }) as const;

/** Degrees to radians. */
export const radians = (degrees: number) => (degrees * Math.PI) / 180;

const atLeastOne = (value: number) => Math.max(1, Math.round(value));

/** A handle at a radius, straight up: dragged anywhere, its distance from the middle counts. */
export const radiusHandle = (radius: number): ShapeHandle => ({
  label: 'Radius of the path',
  x: 0,
  y: -radius,
  sizes: true,
  drag: (x, y) => ({ radius: atLeastOne(Math.hypot(x, y)) }),
});

/** A handle at half a width to the right, or half a height up: what is dragged aside counts for nothing. */
export function halfHandle(
  label: string,
  axis: 'x' | 'y',
  half: number,
  change: (half: number) => Record<string, unknown>,
): ShapeHandle {
  return {
    label,
    x: axis === 'x' ? half : 0,
    y: axis === 'y' ? -half : 0,
    sizes: true,
    drag: (x, y) => change(atLeastOne(Math.abs(axis === 'x' ? x : y))),
  };
}
