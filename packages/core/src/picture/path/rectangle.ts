import { ofHeight } from '../../contract';
import { curvePiece, ellipseCurve, joinPieces, linePiece, type Piece } from './pieces';
import { halfHandle, shapeKind, sizeField } from './shapeKind';

interface Rectangle {
  width: number;
  height: number;
  corner: number;
}

/** The four sides clockwise, from the upper left, with the corners between them. */
function pieces({ width, height, corner }: Rectangle): Piece[] {
  const [halfX, halfY] = [width / 2, height / 2];
  const r = Math.min(corner, halfX, halfY);
  const round = (x: number, y: number, quarter: number) => {
    const from = (quarter * Math.PI) / 2;
    return curvePiece(ellipseCurve(x, y, r, r, 0, from, from + Math.PI / 2), 8);
  };
  return [
    linePiece(-halfX + r, -halfY, halfX - r, -halfY),
    round(halfX - r, -halfY + r, -1),
    linePiece(halfX, -halfY + r, halfX, halfY - r),
    round(halfX - r, halfY - r, 0),
    linePiece(halfX - r, halfY, -halfX + r, halfY),
    round(-halfX + r, halfY - r, 1),
    linePiece(-halfX, halfY - r, -halfX, -halfY + r),
    round(-halfX + r, -halfY + r, 2),
  ];
}

export const rectangle = shapeKind({
  kind: 'rectangle',
  label: 'Rectangle',
  fields: [
    sizeField('width', 'Width', ofHeight(0.8)),
    sizeField('height', 'Height', ofHeight(0.45)),
    {
      kind: 'number',
      key: 'corner',
      label: 'Corner radius',
      min: 0,
      max: 10000,
      step: 5,
      unit: 'px',
      default: ofHeight(0.06),
    },
  ],
  build: (shape) => joinPieces(pieces(shape), true),
  handles: ({ width, height }) => [
    halfHandle('Width', 'x', width / 2, (half) => ({ width: 2 * half })),
    halfHandle('Height', 'y', height / 2, (half) => ({ height: 2 * half })),
  ],
});
