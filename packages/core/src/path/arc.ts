import { curvePiece, ellipseCurve, joinPieces } from './pieces';
import { centerFields, pathShape, radians, sizeField } from './shape';

interface Arc {
  centerX: number;
  centerY: number;
  radius: number;
  /** Degrees from the top, clockwise, and how far it goes. */
  start: number;
  sweep: number;
}

const angle = { kind: 'number', step: 5, unit: '°' } as const;

/** A part of a circle. */
export const arc = pathShape<'arc', Arc>(
  'arc',
  'Arc',
  [
    ...centerFields,
    sizeField('radius', 'Radius'),
    { ...angle, key: 'start', label: 'Starts at', help: '0° is the top.', min: -360, max: 360 },
    {
      ...angle,
      key: 'sweep',
      label: 'Goes round',
      help: 'Less than 0 is counterclockwise.',
      min: -360,
      max: 360,
    },
  ],
  (width, height) => ({
    centerX: width / 2,
    centerY: Math.round(height * 0.78),
    radius: Math.round(height * 0.5),
    start: -90,
    sweep: 180,
  }),
  ({ centerX, centerY, radius, start, sweep }) => {
    const from = radians(start - 90);
    const curve = ellipseCurve(centerX, centerY, radius, radius, 0, from, from + radians(sweep));
    return joinPieces([curvePiece(curve)], false);
  },
);
