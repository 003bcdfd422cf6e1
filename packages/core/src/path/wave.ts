import { curvePiece, joinPieces } from './pieces';
import { centerFields, pathShape, radians, sizeField, turned, turnField } from './shape';

interface Wave {
  centerX: number;
  centerY: number;
  width: number;
  amplitude: number;
  waves: number;
  phase: number;
  turn: number;
}

/** A sine wave from left to right. */
export const wave = pathShape<'wave', Wave>(
  'wave',
  'Wave',
  [
    ...centerFields,
    sizeField('width', 'Width'),
    { kind: 'number', key: 'amplitude', label: 'Height', min: -5000, max: 5000, step: 5, unit: 'px' },
    { kind: 'number', key: 'waves', label: 'Waves', min: 0.1, max: 60, step: 0.5, unit: '' },
    { kind: 'number', key: 'phase', label: 'Phase', min: -360, max: 360, step: 5, unit: '°' },
    turnField,
  ],
  (width, height) => ({
    centerX: width / 2,
    centerY: Math.round(height * 0.6),
    width: Math.round(width * 0.84),
    amplitude: Math.round(height * 0.06),
    waves: 2,
    phase: 0,
    turn: 0,
  }),
  ({ centerX, centerY, width, amplitude, waves, phase, turn }) => {
    const turns = 2 * Math.PI * waves;
    const curve = {
      point: (t: number) =>
        turned((t - 0.5) * width, -amplitude * Math.sin(turns * t + radians(phase)), turn, centerX, centerY),
      derivative: (t: number) =>
        turned(width, -amplitude * turns * Math.cos(turns * t + radians(phase)), turn, 0, 0),
    };
    return joinPieces([curvePiece(curve, Math.ceil(24 * waves) + 8)], false);
  },
);
