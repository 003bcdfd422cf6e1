import {
  defaultsOf,
  exact,
  kindOf,
  type Point,
  record,
  scaleLengths,
  type Size,
  type ValueOf,
  type Values,
} from '../../contract';
import { pathPlacementFields } from './pathPlacement';
import { newShape, pathKinds, shapeAs, type PathKind, type PathShape } from './registry';
import { trimFields } from './trim';

/** A path of a film: a shape, which part of it is used, and where it stands. */
export const pathRecord = record('path', [
  {
    heading: 'Shape',
    fields: [
      { kind: 'id', key: 'id' },
      { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '', hidden: true },
      { kind: 'kinds', key: 'shape', label: 'Shape', of: () => pathKinds },
    ],
  },
  { heading: 'Position', fields: pathPlacementFields },
  { heading: 'Trim', fields: trimFields },
]);

export type FilmPath = ValueOf<typeof pathRecord>;

/** A path of a kind that suits a picture of this size. */
export function defaultPath(
  kind: PathKind,
  id: string,
  name: string,
  size: Size,
  shape: Partial<PathShape> = {},
  part: Partial<Omit<FilmPath, 'shape'>> = {},
): FilmPath {
  const made = newShape(kind, size);
  return {
    ...defaultsOf(pathRecord, size),
    ...made,
    ...part,
    id,
    name,
    shape: { ...made.shape, ...shape } as PathShape,
  };
}

/**
 * The same path with a shape of another kind: what both kinds have is kept, and where it stands.
 * Outlines come in units of their own, so that only between them the scale is kept.
 */
export function pathAs(path: FilmPath, kind: PathKind, size: Size): FilmPath {
  const { scale } = newShape(kind, size);
  const hadScale = newShape(path.shape.kind, size).scale !== undefined;
  const keeps = hadScale === (scale !== undefined);
  return {
    ...path,
    shape: shapeAs(path.shape, kind, size),
    scale: keeps ? path.scale : (scale ?? { x: 1, y: 1 }),
  };
}

/** Rotated, then scaled, around a pivot; then moved. */
export interface PathChange {
  pivot?: Point;
  scale?: number;
  /** Degrees, clockwise. */
  rotation?: number;
  move?: Point;
}

/** To hundredths of a picture unit: no more can be seen, and numbers stay short. */
const tidy = (value: number) => Math.round(value * 100) / 100;

/**
 * The same path somewhere else, in another size or rotated. Lengths of its shape are scaled; a shape that has
 * none, as it is made of an outline, is scaled as a whole.
 */
export function transformPath(path: FilmPath, change: PathChange): FilmPath {
  const { pivot = { x: 0, y: 0 }, scale = 1, rotation = 0, move = { x: 0, y: 0 } } = change;
  const angle = (rotation * Math.PI) / 180;
  const [cos, sin] = [scale * exact.cos(angle), scale * exact.sin(angle)];
  const [dx, dy] = [path.position.x - pivot.x, path.position.y - pivot.y];
  const position = {
    x: tidy(pivot.x + cos * dx - sin * dy + move.x),
    y: tidy(pivot.y + sin * dx + cos * dy + move.y),
  };
  const turned = rotation === 0 ? path.rotation : tidy((((path.rotation + rotation) % 360) + 360) % 360);
  const next = { ...path, position, rotation: turned };
  if (scale === 1) return next;
  const type = kindOf(pathKinds, path.shape)?.record;
  const shape = type ? (scaleLengths(type, path.shape as Values, scale) as unknown as PathShape) : path.shape;
  if (shape !== path.shape) return { ...next, shape, offset: tidy(path.offset * scale) };
  const short = (value: number) => Number((value * scale).toPrecision(5));
  return { ...next, scale: { x: short(path.scale.x), y: short(path.scale.y) } };
}
