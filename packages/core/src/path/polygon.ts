import { joinPieces, linePiece } from './pieces';
import { centerFields, pathShape, radians, sizeField, turnField } from './shape';

interface Polygon {
  centerX: number;
  centerY: number;
  radius: number;
  corners: number;
  turn: number;
}

const cornersField = {
  kind: 'number',
  key: 'corners',
  label: 'Corners',
  min: 3,
  max: 200,
  step: 1,
  unit: '',
  whole: true,
} as const;

/** Straight sides between points at equal angles, clockwise from the top, at the given radii in turn. */
function sides({ centerX, centerY, turn }: Polygon, count: number, radii: number[]) {
  const point = (i: number): [number, number] => {
    const angle = radians(turn - 90 + (360 * i) / count);
    const radius = radii[i % radii.length]!;
    return [centerX + radius * Math.cos(angle), centerY + radius * Math.sin(angle)];
  };
  const pieces = Array.from({ length: count }, (_, i) => linePiece(...point(i), ...point((i + 1) % count)));
  return joinPieces(pieces, true);
}

const standard = (width: number, height: number) => ({
  centerX: width / 2,
  centerY: height / 2,
  radius: Math.round(height * 0.3),
  turn: 0,
});

export const polygon = pathShape<'polygon', Polygon>(
  'polygon',
  'Polygon',
  [...centerFields, sizeField('radius', 'Radius'), cornersField, turnField],
  (width, height) => ({ ...standard(width, height), corners: 6 }),
  (settings) => sides(settings, settings.corners, [settings.radius]),
);

export const star = pathShape<'star', Polygon & { inner: number }>(
  'star',
  'Star',
  [
    ...centerFields,
    sizeField('radius', 'Radius'),
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
    },
    { ...cornersField, label: 'Points', min: 2 },
    turnField,
  ],
  (width, height) => ({ ...standard(width, height), corners: 5, inner: 0.45 }),
  (settings) => sides(settings, 2 * settings.corners, [settings.radius, settings.radius * settings.inner]),
);
