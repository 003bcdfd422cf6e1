import { type Point, record, type Size, type ValueOf } from '../../contract';
import type { Path } from './path';
import { cubicCurve, curvePiece, joinPieces, linePiece, type Piece } from './pieces';
import { shapeKind } from './shapeKind';

const coordinates = { kind: 'point', min: -100_000, max: 100_000, step: 1, unit: 'px' } as const;

/** A point of a drawn curve with its two handles, which are offsets from it; 0, 0 is none. */
export const drawnPointRecord = record('drawnPoint', [
  {
    heading: 'Point',
    fields: [
      { kind: 'id', key: 'id' },
      { ...coordinates, key: 'at', label: 'Point' },
      {
        ...coordinates,
        key: 'in',
        label: 'Handle in',
        help: 'From the point. 0 and 0 is no handle.',
        default: { x: 0, y: 0 },
      },
      {
        ...coordinates,
        key: 'out',
        label: 'Handle out',
        help: 'From the point. 0 and 0 is no handle.',
        default: { x: 0, y: 0 },
      },
      {
        kind: 'switch',
        key: 'smooth',
        label: 'Smooth',
        help: 'Both handles stay in line. A corner has each handle for itself.',
        default: false,
        driven: false,
      },
    ],
  },
]);
export type DrawnPoint = ValueOf<typeof drawnPointRecord>;

export const maxPoints = 5000;

export const cornerPoint = (id: string, x: number, y: number): DrawnPoint => ({
  id,
  at: { x, y },
  in: { x: 0, y: 0 },
  out: { x: 0, y: 0 },
  smooth: false,
});

interface Drawn {
  points: DrawnPoint[];
  closed: boolean;
}

const isNone = ({ x, y }: { x: number; y: number }) => x === 0 && y === 0;

/** The piece from one point to the next: a straight line where neither has a handle. */
function pieceBetween(a: DrawnPoint, b: DrawnPoint): Piece {
  if (isNone(a.out) && isNone(b.in)) return linePiece(a.at.x, a.at.y, b.at.x, b.at.y);
  const handles = [a.at.x + a.out.x, a.at.y + a.out.y, b.at.x + b.in.x, b.at.y + b.in.y];
  return curvePiece(cubicCurve([a.at.x, a.at.y, ...handles, b.at.x, b.at.y]), 16);
}

export function buildDrawn({ points, closed }: Drawn): Path {
  const pieces = points.slice(1).map((point, i) => pieceBetween(points[i]!, point));
  if (closed && points.length > 1) pieces.push(pieceBetween(points.at(-1)!, points[0]!));
  if (pieces.length === 0) {
    const { x, y } = points[0]?.at ?? { x: 0, y: 0 };
    pieces.push(linePiece(x, y, x, y));
  }
  return joinPieces(pieces, closed && points.length > 1);
}

/**
 * Cuts the piece after point `index` at t, 0 to 1, into two that draw the same curve (de Casteljau).
 * @param id of the point that is added
 */
export function insertPoint({ points, closed }: Drawn, index: number, t: number, id: string): DrawnPoint[] {
  const a = points[index]!;
  const b = points[(index + 1) % points.length]!;
  if (index + 1 >= points.length && !closed) return points;
  const mix = (from: number, to: number) => from + (to - from) * t;
  const axis = (key: 'x' | 'y') => {
    const p = [a.at[key], a.at[key] + a.out[key], b.at[key] + b.in[key], b.at[key]] as const;
    const q = [mix(p[0], p[1]), mix(p[1], p[2]), mix(p[2], p[3])] as const;
    const r = [mix(q[0], q[1]), mix(q[1], q[2])] as const;
    return { q, r, at: mix(r[0], r[1]) };
  };
  if (isNone(a.out) && isNone(b.in)) {
    const added = cornerPoint(id, mix(a.at.x, b.at.x), mix(a.at.y, b.at.y));
    return [...points.slice(0, index + 1), added, ...points.slice(index + 1)];
  }
  const [x, y] = [axis('x'), axis('y')];
  const added: DrawnPoint = {
    id,
    at: { x: x.at, y: y.at },
    in: { x: x.r[0] - x.at, y: y.r[0] - y.at },
    out: { x: x.r[1] - x.at, y: y.r[1] - y.at },
    smooth: true,
  };
  const next = points.map((point, i) => {
    const changed = { ...point };
    if (i === index) changed.out = { x: x.q[0] - a.at.x, y: y.q[0] - a.at.y };
    if (i === (index + 1) % points.length) changed.in = { x: x.q[2] - b.at.x, y: y.q[2] - b.at.y };
    return changed;
  });
  return [...next.slice(0, index + 1), added, ...next.slice(index + 1)];
}

/** Points that are given in the picture, as a shape of its own with the place where it stands. */
export function placeDrawn(points: readonly DrawnPoint[]): { points: DrawnPoint[]; position: Point } {
  const middle = (key: 'x' | 'y') => {
    const values = points.map(({ at }) => at[key]);
    return values.length > 0 ? Math.round((Math.min(...values) + Math.max(...values)) / 2) : 0;
  };
  const position = { x: middle('x'), y: middle('y') };
  const moved = points.map((point) => ({
    ...point,
    at: { x: point.at.x - position.x, y: point.at.y - position.y },
  }));
  return { points: moved, position };
}

/** What a new one shows: a low hill over the width of the picture. */
function lowHill({ width, height }: Size): DrawnPoint[] {
  const handle = Math.round(width * 0.14);
  const point = (id: string, x: number, rise: number): DrawnPoint => ({
    id,
    at: { x: Math.round(width * x), y: -Math.round(height * rise) },
    in: { x: -handle, y: 0 },
    out: { x: handle, y: 0 },
    smooth: true,
  });
  return [point('left', -0.4, 0), point('middle', 0, 0.14), point('right', 0.4, 0)];
}

/** A curve drawn with the pen or by hand: points with handles. */
export const drawn = shapeKind({
  kind: 'drawn',
  label: 'Drawn',
  fields: [
    {
      kind: 'list',
      key: 'points',
      label: 'Points',
      of: { kind: 'record', label: 'Point', of: drawnPointRecord },
      max: maxPoints,
      default: lowHill,
    },
    {
      kind: 'switch',
      key: 'closed',
      label: 'Closed',
      help: 'The last point is joined to the first.',
      default: false,
    },
  ],
  place: ({ width, height }) => ({ position: { x: Math.round(width / 2), y: Math.round(height * 0.66) } }),
  slot: 'pathPoint',
  hasPoints: true,
  build: buildDrawn,
  closed: ({ closed }) => closed,
});
