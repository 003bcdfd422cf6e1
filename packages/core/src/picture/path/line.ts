import { joinPieces, linePiece } from './pieces';
import { shapeKind, type ShapeHandle } from './shapeKind';

const end = { kind: 'point', min: -100_000, max: 100_000, step: 10, unit: 'px' } as const;

/** A straight line between two points. */
export const line = shapeKind({
  kind: 'line',
  label: 'Line',
  fields: [
    {
      ...end,
      key: 'start',
      label: 'Start',
      help: 'From the path’s position.',
      default: ({ width }) => ({ x: -Math.round(width * 0.42), y: 0 }),
    },
    {
      ...end,
      key: 'end',
      label: 'End',
      help: 'From the path’s position.',
      default: ({ width }) => ({ x: Math.round(width * 0.42), y: 0 }),
    },
  ],
  place: ({ width, height }) => ({ position: { x: width / 2, y: Math.round(height * 0.72) } }),
  build: ({ start, end: to }) => joinPieces([linePiece(start.x, start.y, to.x, to.y)], false),
  closed: () => false,
  handles: (shape) =>
    (['start', 'end'] as const).map((key): ShapeHandle => ({
      label: key === 'start' ? 'Start of the line' : 'End of the line',
      ...shape[key],
      sizes: false,
      drag: (x, y) => ({ [key]: { x: Math.round(x), y: Math.round(y) } }),
    })),
});
