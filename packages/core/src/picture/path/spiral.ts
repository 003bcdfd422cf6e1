import { exact, ofHeight } from '../../contract';
import { curvePiece, joinPieces } from './pieces';
import { radians, radiusHandle, shapeKind, sizeField } from './shapeKind';

/** A spiral of Archimedes, from inside outwards, clockwise: the radius grows by the same with every turn. */
export const spiral = shapeKind({
  kind: 'spiral',
  label: 'Spiral',
  fields: [
    {
      kind: 'number',
      key: 'inner',
      label: 'Inner radius',
      min: 0,
      max: 20000,
      step: 10,
      unit: 'px',
      default: ofHeight(0.08),
    },
    sizeField('radius', 'Outer radius', ofHeight(0.36)),
    { kind: 'number', key: 'turns', label: 'Turns', min: 0.1, max: 30, step: 0.25, unit: '', default: 3 },
  ],
  build({ inner, radius, turns }) {
    const start = radians(-90);
    const sweep = 2 * Math.PI * turns;
    const grows = radius - inner;
    const curve = {
      point(t: number): [number, number] {
        const r = inner + grows * t;
        const angle = start + sweep * t;
        return [r * exact.cos(angle), r * exact.sin(angle)];
      },
      derivative(t: number): [number, number] {
        const r = inner + grows * t;
        const [cos, sin] = [exact.cos(start + sweep * t), exact.sin(start + sweep * t)];
        return [grows * cos - r * sweep * sin, grows * sin + r * sweep * cos];
      },
    };
    return joinPieces([curvePiece(curve, Math.ceil(32 * turns) + 8)], false);
  },
  closed: () => false,
  handles: ({ radius }) => [radiusHandle(radius)],
});
