import { curvePiece, ellipseCurve, joinPieces } from './pieces';
import { centerFields, pathShape, radians, sizeField, turnField } from './shape';

interface Ellipse {
  centerX: number;
  centerY: number;
  radiusX: number;
  radiusY: number;
  turn: number;
}

/** An ellipse from its top, clockwise. */
export const ellipse = pathShape<'ellipse', Ellipse>(
  'ellipse',
  'Ellipse',
  [...centerFields, sizeField('radiusX', 'Half width'), sizeField('radiusY', 'Half height'), turnField],
  (width, height) => ({
    centerX: width / 2,
    centerY: height / 2,
    radiusX: Math.round(height * 0.42),
    radiusY: Math.round(height * 0.22),
    turn: 0,
  }),
  ({ centerX, centerY, radiusX, radiusY, turn }) => {
    const curve = ellipseCurve(
      ...([centerX, centerY, radiusX, radiusY, radians(turn)] as const),
      ...([-Math.PI / 2, 1.5 * Math.PI] as const),
    );
    return joinPieces([curvePiece(curve, 96)], true);
  },
);
