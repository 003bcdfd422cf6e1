import { curvePiece, ellipseCurve, joinPieces, linePiece, type Piece } from './pieces';
import { centerFields, pathShape, radians, sizeField, turned, turnField } from './shape';

interface Rectangle {
  centerX: number;
  centerY: number;
  width: number;
  height: number;
  corner: number;
  turn: number;
}

/** The four sides clockwise, from the upper left, with the corners between them. */
function pieces({ centerX, centerY, width, height, corner, turn }: Rectangle): Piece[] {
  const [halfX, halfY] = [width / 2, height / 2];
  const r = Math.min(corner, halfX, halfY);
  const place = (x: number, y: number) => turned(x, y, turn, centerX, centerY);
  const side = (x1: number, y1: number, x2: number, y2: number) =>
    linePiece(...place(x1, y1), ...place(x2, y2));
  const round = (x: number, y: number, quarter: number) => {
    const from = (quarter * Math.PI) / 2;
    return curvePiece(ellipseCurve(...place(x, y), r, r, radians(turn), from, from + Math.PI / 2), 8);
  };
  return [
    side(-halfX + r, -halfY, halfX - r, -halfY),
    round(halfX - r, -halfY + r, -1),
    side(halfX, -halfY + r, halfX, halfY - r),
    round(halfX - r, halfY - r, 0),
    side(halfX - r, halfY, -halfX + r, halfY),
    round(-halfX + r, halfY - r, 1),
    side(-halfX, halfY - r, -halfX, -halfY + r),
    round(-halfX + r, -halfY + r, 2),
  ];
}

export const rectangle = pathShape<'rectangle', Rectangle>(
  'rectangle',
  'Rectangle',
  [
    ...centerFields,
    sizeField('width', 'Width'),
    sizeField('height', 'Height'),
    { kind: 'number', key: 'corner', label: 'Corner radius', min: 0, max: 10000, step: 5, unit: 'px' },
    turnField,
  ],
  (width, height) => ({
    centerX: width / 2,
    centerY: height / 2,
    width: Math.round(height * 0.8),
    height: Math.round(height * 0.45),
    corner: Math.round(height * 0.06),
    turn: 0,
  }),
  (settings) => joinPieces(pieces(settings), true),
);
