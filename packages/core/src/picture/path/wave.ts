import { exact, ofHeight } from '../../contract';
import { curvePiece, joinPieces } from './pieces';
import { halfHandle, radians, shapeKind, sizeField } from './shapeKind';

/** A sine wave from left to right. */
export const wave = shapeKind({
  kind: 'wave',
  label: 'Wave',
  fields: [
    sizeField('width', 'Width', ({ width }) => Math.round(width * 0.84)),
    {
      kind: 'number',
      key: 'amplitude',
      label: 'Height',
      min: -5000,
      max: 5000,
      step: 5,
      unit: 'px',
      default: ofHeight(0.06),
    },
    { kind: 'number', key: 'waves', label: 'Waves', min: 0.1, max: 60, step: 0.5, unit: '', default: 2 },
    { kind: 'number', key: 'phase', label: 'Phase', min: -360, max: 360, step: 5, unit: '°', default: 0 },
  ],
  place: ({ width, height }) => ({ position: { x: width / 2, y: Math.round(height * 0.6) } }),
  build({ width, amplitude, waves, phase }) {
    const turns = 2 * Math.PI * waves;
    const curve = {
      point: (t: number): [number, number] => [
        (t - 0.5) * width,
        -amplitude * exact.sin(turns * t + radians(phase)),
      ],
      derivative: (t: number): [number, number] => [
        width,
        -amplitude * turns * exact.cos(turns * t + radians(phase)),
      ],
    };
    return joinPieces([curvePiece(curve, Math.ceil(24 * waves) + 8)], false);
  },
  closed: () => false,
  handles: ({ width }) => [halfHandle('Width', 'x', width / 2, (half) => ({ width: 2 * half }))],
});
