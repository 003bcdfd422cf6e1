import type { FieldGroup } from '../property/field';
import { cornerPoint, type DrawnPoint } from './drawnPoints';
import { cubicCurve, curvePiece, joinPieces, linePiece, type Piece } from './pieces';
import { pathShape } from './shape';
import type { Path } from './path';

interface Drawn {
  points: DrawnPoint[];
  closed: boolean;
}

/** The piece from one point to the next: a straight line where neither has a handle. */
function pieceBetween(a: DrawnPoint, b: DrawnPoint): Piece {
  if (a.outX === 0 && a.outY === 0 && b.inX === 0 && b.inY === 0) return linePiece(a.x, a.y, b.x, b.y);
  const handles = [a.x + a.outX, a.y + a.outY, b.x + b.inX, b.y + b.inY];
  return curvePiece(cubicCurve([a.x, a.y, ...handles, b.x, b.y]), 16);
}

export function buildDrawn({ points, closed }: Drawn): Path {
  const pieces = points.slice(1).map((point, i) => pieceBetween(points[i]!, point));
  if (closed && points.length > 1) pieces.push(pieceBetween(points.at(-1)!, points[0]!));
  if (pieces.length === 0) {
    const { x, y } = points[0] ?? { x: 0, y: 0 };
    pieces.push(linePiece(x, y, x, y));
  }
  return joinPieces(pieces, closed && points.length > 1);
}

/** Cuts the piece after point `index` at t, 0 to 1, into two that draw the same curve (de Casteljau). */
export function insertPoint({ points, closed }: Drawn, index: number, t: number): DrawnPoint[] {
  const a = points[index]!;
  const b = points[(index + 1) % points.length]!;
  if (index + 1 >= points.length && !closed) return points;
  const mix = (from: number, to: number) => from + (to - from) * t;
  const axis = (key: 'x' | 'y', out: 'outX' | 'outY', inward: 'inX' | 'inY') => {
    const p = [a[key], a[key] + a[out], b[key] + b[inward], b[key]] as const;
    const q = [mix(p[0], p[1]), mix(p[1], p[2]), mix(p[2], p[3])] as const;
    const r = [mix(q[0], q[1]), mix(q[1], q[2])] as const;
    return { q, r, at: mix(r[0], r[1]) };
  };
  const straight = a.outX === 0 && a.outY === 0 && b.inX === 0 && b.inY === 0;
  if (straight) {
    const added = cornerPoint(mix(a.x, b.x), mix(a.y, b.y));
    return [...points.slice(0, index + 1), added, ...points.slice(index + 1)];
  }
  const [x, y] = [axis('x', 'outX', 'inX'), axis('y', 'outY', 'inY')];
  const added: DrawnPoint = {
    ...{ x: x.at, y: y.at, smooth: true },
    ...{ inX: x.r[0] - x.at, inY: y.r[0] - y.at, outX: x.r[1] - x.at, outY: y.r[1] - y.at },
  };
  const next = points.map((point, i) => ({
    ...point,
    ...(i === index ? { outX: x.q[0] - a.x, outY: y.q[0] - a.y } : {}),
    ...(i === (index + 1) % points.length ? { inX: x.q[2] - b.x, inY: y.q[2] - b.y } : {}),
  }));
  return [...next.slice(0, index + 1), added, ...next.slice(index + 1)];
}

const whereFields: FieldGroup['fields'] = [
  { kind: 'points', key: 'points' },
  { kind: 'switch', key: 'closed', label: 'Closed', help: 'The last point is joined to the first.' },
];

/** A curve drawn with the pen or by hand: points with handles, in picture units. */
export const drawn = pathShape<'drawn', Drawn>(
  'drawn',
  'Drawn',
  whereFields,
  (width, height) => {
    const y = Math.round(height * 0.66);
    const handle = Math.round(width * 0.14);
    const point = (share: number, rise: number): DrawnPoint => ({
      ...{ x: Math.round(width * share), y: y - Math.round(height * rise) },
      ...{ inX: -handle, inY: 0, outX: handle, outY: 0, smooth: true },
    });
    return { points: [point(0.1, 0), point(0.5, 0.14), point(0.9, 0)], closed: false };
  },
  buildDrawn,
);
