import { keepFitting, Registry, type Size, type ValueOfKinds } from '../../contract';
import { arc } from './arc';
import { circle } from './circle';
import { drawn } from './drawn';
import { ellipse } from './ellipse';
import { imageOutline } from './imageOutline';
import { line } from './line';
import type { Path } from './path';
import type { PathPlacement } from './pathPlacement';
import { joinPieces } from './pieces';
import { polygon, star } from './polygon';
import { rectangle } from './rectangle';
import type { ShapeHandle } from './shapeKind';
import { spiral } from './spiral';
import { svgPath } from './svgPath';
import { textOutline } from './textOutline';
import { wave } from './wave';

/** Every kind of shape that paths have. A new one is a file beside circle.ts and a line here. */
export const pathKinds = {
  circle,
  arc,
  ellipse,
  rectangle,
  polygon,
  star,
  line,
  wave,
  spiral,
  drawn,
  text: textOutline,
  image: imageOutline,
  svg: svgPath,
};

export type PathKind = keyof typeof pathKinds;
export type PathShape = ValueOfKinds<typeof pathKinds>;
/** A shape of one kind. */
export type ShapeOf<Kind extends PathKind> = Extract<PathShape, { kind: Kind }>;

/** What is asked of a kind here, whichever it is. */
interface AnyShapeKind {
  build(shape: PathShape): Path;
  closed(shape: PathShape): boolean;
  allOnEach(shape: PathShape): boolean;
  hasPoints: boolean;
  handles(shape: PathShape): ShapeHandle[];
}
const shapeRegistry = new Registry<typeof pathKinds, AnyShapeKind>(() => pathKinds);

/** A shape as a path in its own coordinates; one of an unknown kind is a point. */
export const buildShape = (shape: PathShape): Path =>
  shapeRegistry.of(shape)?.build(shape) ??
  joinPieces([{ length: 0, at: () => ({ x: 0, y: 0, dx: 1, dy: 0 }) }], false);

/** Whether the start of a shape can be moved along it. */
export const isClosedShape = (shape: PathShape): boolean => shapeRegistry.of(shape)?.closed(shape) ?? false;

/** What of a shape can be dragged, in its own coordinates. */
export const shapeHandles = (shape: PathShape): ShapeHandle[] =>
  shapeRegistry.of(shape)?.handles(shape) ?? [];

/** Whether every line of a shape shows all bands. */
export const showsAllOnEach = (shape: PathShape): boolean =>
  shapeRegistry.of(shape)?.allOnEach(shape) ?? false;

/** A shape whose points can be moved one by one; undefined for any other. */
export const drawnShape = (shape: PathShape): ShapeOf<'drawn'> | undefined =>
  shapeRegistry.of(shape)?.hasPoints === true ? (shape as ShapeOf<'drawn'>) : undefined;

/** A shape that suits a picture of this size, and where it stands. */
export function newShape(kind: PathKind, size: Size): { shape: PathShape } & Partial<PathPlacement> {
  const { defaults, place } = pathKinds[kind];
  return { shape: defaults(size), ...place(size) };
}

/** The same shape as another kind: what both kinds have is kept. */
export const shapeAs = (shape: PathShape, kind: PathKind, size: Size): PathShape =>
  keepFitting<PathShape>(shape, pathKinds[kind].record, pathKinds[kind].defaults(size));
