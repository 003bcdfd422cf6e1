import { ofHeight } from '../../contract';
import { curvePiece, ellipseCurve, joinPieces } from './pieces';
import { radians, radiusHandle, shapeKind, sizeField } from './shapeKind';

/** A part of a circle, from its top on. */
export const arc = shapeKind({
  kind: 'arc',
  label: 'Arc',
  fields: [
    sizeField('radius', 'Radius', ofHeight(0.5)),
    {
      kind: 'number',
      key: 'sweep',
      label: 'Sweep',
      help: 'The angle it covers; less than 0 is counterclockwise.',
      min: -360,
      max: 360,
      step: 5,
      unit: '°',
      default: 180,
    },
  ],
  place: ({ width, height }) => ({
    position: { x: width / 2, y: Math.round(height * 0.78) },
    rotation: -90,
  }),
  build({ radius, sweep }) {
    const from = radians(-90);
    const curve = ellipseCurve(0, 0, radius, radius, 0, from, from + radians(sweep));
    return joinPieces([curvePiece(curve)], false);
  },
  closed: () => false,
  handles: ({ radius }) => [radiusHandle(radius)],
});
