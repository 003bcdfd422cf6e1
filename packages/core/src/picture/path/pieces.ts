import { exact } from '../../contract';
import type { Path, PathPoint } from './path';

/** A part of a path, measured by its length. */
export interface Piece {
  length: number;
  /** The place at arc length `s`, 0 to `length`, and the unit direction there. */
  at(s: number): { x: number; y: number; dx: number; dy: number };
}

/** A smooth curve over t = 0..1, with its derivative. */
export interface Curve {
  point(t: number): [number, number];
  derivative(t: number): [number, number];
}

export function linePiece(x1: number, y1: number, x2: number, y2: number): Piece {
  const length = Math.hypot(x2 - x1, y2 - y1);
  const [dx, dy] = length > 0 ? [(x2 - x1) / length, (y2 - y1) / length] : [1, 0];
  return { length, at: (s) => ({ x: x1 + dx * s, y: y1 + dy * s, dx, dy }) };
}

/** Nodes and weights of Gauss-Legendre quadrature with five points, on -1..1 (Abramowitz and Stegun, table 25.4). */
const nodes = [0, 0.538469310105683, -0.538469310105683, 0.906179845938664, -0.906179845938664];
const weights = [
  0.568888888888889, 0.478628670499366, 0.478628670499366, 0.236926885056189, 0.236926885056189,
];

/**
 * A curve by arc length: the length is integrated over `steps` parts of t and
 * inverted by Newton's method.
 */
export function curvePiece({ point, derivative }: Curve, steps = 48): Piece {
  const speed = (t: number) => Math.hypot(...derivative(t));
  const lengthBetween = (from: number, to: number) => {
    const half = (to - from) / 2;
    let sum = 0;
    for (let i = 0; i < 5; i++) sum += weights[i]! * speed(from + half * (1 + nodes[i]!));
    return sum * half;
  };
  const lengths = new Float64Array(steps + 1);
  for (let i = 0; i < steps; i++) lengths[i + 1] = lengths[i]! + lengthBetween(i / steps, (i + 1) / steps);
  const length = lengths[steps]!;

  const parameterAt = (s: number): number => {
    let low = 0;
    let high = steps;
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (lengths[middle]! <= s) low = middle;
      else high = middle;
    }
    const from = low / steps;
    const part = lengths[low + 1]! - lengths[low]!;
    let t = from + (part > 0 ? (s - lengths[low]!) / part / steps : 0);
    for (let i = 0; i < 4; i++) {
      const v = speed(t);
      if (v < 1e-12) break;
      const step = (lengths[low]! + lengthBetween(from, t) - s) / v;
      t = Math.min(Math.max(t - step, from), (low + 1) / steps);
      if (Math.abs(step) < 1e-12) break;
    }
    return t;
  };
  return {
    length,
    at(s) {
      const t = parameterAt(s);
      const [x, y] = point(t);
      let [dx, dy] = derivative(t);
      if (Math.hypot(dx, dy) < 1e-9) {
        // At a cusp, or where a handle has no length, the direction is that right beside it.
        [dx, dy] = derivative(t < 0.5 ? t + 1e-4 : t - 1e-4);
      }
      const size = Math.hypot(dx, dy) || 1;
      return { x, y, dx: dx / size, dy: dy / size };
    },
  };
}

/** A cubic Bezier curve from its four points, x and y after one another. */
export function cubicCurve(p: readonly number[]): Curve {
  const axis = (offset: 0 | 1) => {
    const [a, b, c, d] = [p[offset]!, p[2 + offset]!, p[4 + offset]!, p[6 + offset]!];
    return {
      value: (t: number) => {
        const u = 1 - t;
        return u * u * u * a + 3 * u * u * t * b + 3 * u * t * t * c + t * t * t * d;
      },
      slope: (t: number) => {
        const u = 1 - t;
        return 3 * (u * u * (b - a) + 2 * u * t * (c - b) + t * t * (d - c));
      },
    };
  };
  const x = axis(0);
  const y = axis(1);
  return { point: (t) => [x.value(t), y.value(t)], derivative: (t) => [x.slope(t), y.slope(t)] };
}

/** A turned ellipse from one angle to another, in radians, clockwise on the screen when it rises. */
export function ellipseCurve(
  centerX: number,
  centerY: number,
  radiusX: number,
  radiusY: number,
  turn: number,
  from: number,
  to: number,
): Curve {
  const [cos, sin] = [exact.cos(turn), exact.sin(turn)];
  const place = (x: number, y: number): [number, number] => [cos * x - sin * y, sin * x + cos * y];
  const angle = (t: number) => from + (to - from) * t;
  return {
    point(t) {
      const [x, y] = place(radiusX * exact.cos(angle(t)), radiusY * exact.sin(angle(t)));
      return [centerX + x, centerY + y];
    },
    derivative: (t) =>
      place(-radiusX * exact.sin(angle(t)) * (to - from), radiusY * exact.cos(angle(t)) * (to - from)),
  };
}

/** Pieces one after the other as a path. Pieces of no length are left out. */
export function joinPieces(all: readonly Piece[], closed: boolean): Path {
  const pieces = all.filter(({ length }) => length > 1e-9);
  const starts: number[] = [];
  let length = 0;
  for (const piece of pieces) {
    starts.push(length);
    length += piece.length;
  }
  if (pieces.length === 0) return pointPath(all[0]);
  // Clockwise on the screen, the left of the direction is outside.
  const outside = closed && signedArea(pieces) < 0 ? -1 : 1;
  return {
    length,
    closed,
    joints: starts,
    at(s) {
      let position = closed ? ((s % length) + length) % length : Math.min(Math.max(s, 0), length);
      let [index, end] = [0, starts.length];
      while (end - index > 1) {
        const middle = (index + end) >> 1;
        if (starts[middle]! <= position) index = middle;
        else end = middle;
      }
      position -= starts[index]!;
      const { x, y, dx, dy } = pieces[index]!.at(Math.min(position, pieces[index]!.length));
      return { x, y, normalX: outside * dy, normalY: -outside * dx };
    },
  };
}

/** Twice the area that pieces go round, positive when clockwise on the screen. */
function signedArea(pieces: readonly Piece[]): number {
  const points = pieces.flatMap((piece) =>
    Array.from({ length: 16 }, (_, i) => piece.at((i / 16) * piece.length)),
  );
  return points.reduce((sum, { x, y }, i) => {
    const next = points[(i + 1) % points.length]!;
    return sum + x * next.y - next.x * y;
  }, 0);
}

/** A path of no length: all marks stand on one spot. */
function pointPath(piece: Piece | undefined): Path {
  const { x, y } = piece?.at(0) ?? { x: 0, y: 0 };
  const point: PathPoint = { x, y, normalX: 0, normalY: -1 };
  return { length: 0, closed: false, at: () => point };
}
