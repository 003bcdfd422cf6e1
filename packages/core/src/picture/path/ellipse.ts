import { ofHeight } from '../../contract';
import { curvePiece, ellipseCurve, joinPieces } from './pieces';
import { halfHandle, shapeKind, sizeField } from './shapeKind';

/** An ellipse from its top, clockwise. */
export const ellipse = shapeKind({
  kind: 'ellipse',
  label: 'Ellipse',
  fields: [
    sizeField('radiusX', 'Horizontal radius', ofHeight(0.42)),
    sizeField('radiusY', 'Vertical radius', ofHeight(0.22)),
  ],
  build({ radiusX, radiusY }) {
    const curve = ellipseCurve(0, 0, radiusX, radiusY, 0, -Math.PI / 2, 1.5 * Math.PI);
    return joinPieces([curvePiece(curve, 96)], true);
  },
  handles: (shape) => [
    halfHandle('Horizontal radius', 'x', shape.radiusX, (radiusX) => ({ radiusX })),
    halfHandle('Vertical radius', 'y', shape.radiusY, (radiusY) => ({ radiusY })),
  ],
});
