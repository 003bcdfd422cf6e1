import {
  applyMatrix,
  exact,
  fields,
  type Matrix,
  type Point,
  rotationField,
  type ValueOfGroups,
} from '../../contract';
import { flattenParts } from './flatten';
import { mapPath, type Path } from './path';

/** Where a shape stands in the picture: scaled, rotated, then moved. */
export const pathPlacementFields = fields([
  {
    kind: 'point',
    key: 'position',
    label: 'Path position',
    min: -100_000,
    max: 100_000,
    step: 10,
    unit: 'px',
    default: ({ width, height }) => ({ x: width / 2, y: height / 2 }),
  },
  { ...rotationField, label: 'Path rotation' },
  {
    kind: 'scale',
    key: 'scale',
    label: 'Path scale',
    min: 0.001,
    max: 1000,
    default: { x: 1, y: 1 },
  },
]);

export type PathPlacement = ValueOfGroups<readonly [{ fields: typeof pathPlacementFields }]>;

/** What points of a shape go through. */
export function pathPlacementMatrix({ position, rotation, scale }: PathPlacement): Matrix {
  const angle = (rotation * Math.PI) / 180;
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  return [cos * scale.x, sin * scale.x, -sin * scale.y, cos * scale.y, position.x, position.y];
}

/**
 * A path where it is placed. Scaled alike in both directions it is measured as before, only longer.
 * Scaled apart, marks keep their share of the length of the shape as it was.
 */
export function placePath(path: Path, place: PathPlacement): Path {
  const { position, rotation, scale } = place;
  if (rotation % 360 === 0 && scale.x === 1 && scale.y === 1) {
    if (position.x === 0 && position.y === 0) return path;
    return mapPath(path, 1, (point) => ({ ...point, x: point.x + position.x, y: point.y + position.y }));
  }
  const matrix = pathPlacementMatrix(place);
  const angle = (rotation * Math.PI) / 180;
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  const alike = scale.x === scale.y;
  const longer = alike ? scale.x : stretch(path, scale);
  return mapPath(path, longer, ({ x, y, normalX, normalY }) => {
    const [placedX, placedY] = applyMatrix(matrix, x, y);
    // Normals go through the inverse transpose; scaled alike, that only turns them.
    let [ownX, ownY] = alike ? [normalX, normalY] : [normalX / scale.x, normalY / scale.y];
    if (!alike) {
      const size = Math.hypot(ownX, ownY) || 1;
      [ownX, ownY] = [ownX / size, ownY / size];
    }
    return {
      x: placedX,
      y: placedY,
      normalX: cos * ownX - sin * ownY,
      normalY: sin * ownX + cos * ownY,
    };
  });
}

/** By how much a path becomes longer when its width and height are scaled apart. */
function stretch(path: Path, scale: Point): number {
  let [before, after] = [0, 0];
  for (const { points, closed } of flattenParts(path, 0.2)) {
    points.forEach((point, i) => {
      const next = points[i + 1] ?? (closed ? points[0]! : point);
      const [dx, dy] = [next.x - point.x, next.y - point.y];
      before += Math.hypot(dx, dy);
      after += Math.hypot(scale.x * dx, scale.y * dy);
    });
  }
  return before > 0 ? after / before : 1;
}
