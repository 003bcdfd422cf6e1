import { exact, ofHeight } from '../../contract';
import { joinPieces, linePiece } from './pieces';
import { radians, radiusHandle, shapeKind, sizeField } from './shapeKind';

const cornersField = {
  kind: 'number',
  key: 'corners',
  label: 'Corners',
  min: 3,
  max: 200,
  step: 1,
  unit: '',
  whole: true,
  default: 6,
} as const;

/** Straight sides between points at equal angles, clockwise from the top, at the given radii in turn. */
function sides(count: number, radii: number[]) {
  const point = (i: number): [number, number] => {
    const angle = radians(-90 + (360 * i) / count);
    const radius = radii[i % radii.length]!;
    return [radius * exact.cos(angle), radius * exact.sin(angle)];
  };
  const pieces = Array.from({ length: count }, (_, i) => linePiece(...point(i), ...point((i + 1) % count)));
  return joinPieces(pieces, true);
}

export const polygon = shapeKind({
  kind: 'polygon',
  label: 'Polygon',
  fields: [sizeField('radius', 'Radius', ofHeight(0.3)), cornersField],
  build: ({ corners, radius }) => sides(corners, [radius]),
  handles: ({ radius }) => [radiusHandle(radius)],
});

export const star = shapeKind({
  kind: 'star',
  label: 'Star',
  fields: [
    sizeField('radius', 'Radius', ofHeight(0.3)),
    {
      kind: 'number',
      key: 'inner',
      label: 'Inner radius',
      help: 'Of the corners between the points, as a share of the radius.',
      min: 0.01,
      max: 2,
      step: 5,
      unit: '%',
      shownPer: 100,
      default: 0.45,
    },
    { ...cornersField, label: 'Points', min: 2, default: 5 },
  ],
  build: ({ corners, radius, inner }) => sides(2 * corners, [radius, radius * inner]),
  handles: ({ radius }) => [radiusHandle(radius)],
});
