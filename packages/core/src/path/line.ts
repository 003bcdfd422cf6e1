import { joinPieces, linePiece } from './pieces';
import { pathShape } from './shape';

interface Line {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

const place = (key: string, label: string) =>
  ({ kind: 'number', key, label, min: -20000, max: 20000, step: 10, unit: 'px' }) as const;

export const line = pathShape<'line', Line>(
  'line',
  'Line',
  [place('x1', 'From x'), place('y1', 'From y'), place('x2', 'To x'), place('y2', 'To y')],
  (width, height) => {
    const y1 = Math.round(height * 0.72);
    return { x1: Math.round(width * 0.08), y1, x2: Math.round(width * 0.92), y2: y1 };
  },
  ({ x1, y1, x2, y2 }) => joinPieces([linePiece(x1, y1, x2, y2)], false),
);
