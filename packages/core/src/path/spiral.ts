import { curvePiece, joinPieces } from './pieces';
import { centerFields, pathShape, radians, sizeField, turnField } from './shape';

interface Spiral {
  centerX: number;
  centerY: number;
  radius: number;
  inner: number;
  turns: number;
  turn: number;
}

/** A spiral of Archimedes, from inside outwards, clockwise: the radius grows by the same with every turn. */
export const spiral = pathShape<'spiral', Spiral>(
  'spiral',
  'Spiral',
  [
    ...centerFields,
    { kind: 'number', key: 'inner', label: 'Inner radius', min: 0, max: 20000, step: 10, unit: 'px' },
    sizeField('radius', 'Outer radius'),
    { kind: 'number', key: 'turns', label: 'Turns', min: 0.1, max: 30, step: 0.25, unit: '' },
    turnField,
  ],
  (width, height) => ({
    centerX: width / 2,
    centerY: height / 2,
    inner: Math.round(height * 0.08),
    radius: Math.round(height * 0.36),
    turns: 3,
    turn: 0,
  }),
  ({ centerX, centerY, inner, radius, turns, turn }) => {
    const start = radians(turn - 90);
    const sweep = 2 * Math.PI * turns;
    const grows = radius - inner;
    const curve = {
      point(t: number): [number, number] {
        const r = inner + grows * t;
        const angle = start + sweep * t;
        return [centerX + r * Math.cos(angle), centerY + r * Math.sin(angle)];
      },
      derivative(t: number): [number, number] {
        const r = inner + grows * t;
        const [cos, sin] = [Math.cos(start + sweep * t), Math.sin(start + sweep * t)];
        return [grows * cos - r * sweep * sin, grows * sin + r * sweep * cos];
      },
    };
    return joinPieces([curvePiece(curve, Math.ceil(32 * turns) + 8)], false);
  },
);
