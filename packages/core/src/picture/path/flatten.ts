import { exact } from '../../contract';
import { partsOf, type Path, type PathPoint } from './path';

/** A path as places close enough together to be joined by straight lines. */
export interface FlatPath {
  points: PathPoint[];
  /** Arc length of each place on the path it was made of. */
  lengths: number[];
  /** Whether the direction jumps at a place: there are two places there then, one for each direction. */
  closed: boolean;
}

/** Shortest and most parts of a path between two joints. */
const minStep = 0.5;
const maxParts = 4096;

/**
 * A single line as places. Between joints, parts are halved until the middle of
 * each lies within `tolerance` of the straight line, and its normal within some
 * degrees of those at the ends.
 * @param tolerance picture units
 */
export function flattenPath(path: Path, tolerance = 0.05): FlatPath {
  if (path.mapped) return flattenMapped(path.mapped, path.closed, tolerance);
  let all = flattened.get(path);
  if (!all) flattened.set(path, (all = new Map()));
  // Powers of two, so that a path that is scaled by hand is not flattened anew at every step.
  const fineness = exact.pow(2, Math.floor(exact.log2(Math.max(tolerance, 1e-6))));
  let flat = all.get(fineness);
  if (!flat) all.set(fineness, (flat = findPlaces(path, fineness)));
  return flat;
}

/** Paths flattened so far, by how finely. */
const flattened = new WeakMap<Path, Map<number, FlatPath>>();

/** A path that was moved, turned or scaled has the places of the one it was made of, moved so. */
function flattenMapped(
  { base, scale, change }: NonNullable<Path['mapped']>,
  closed: boolean,
  tolerance: number,
): FlatPath {
  const { points, lengths } = flattenPath(base, tolerance / Math.max(scale, 1e-6));
  return { points: points.map(change), lengths: lengths.map((s) => s * scale), closed };
}

function findPlaces(path: Path, tolerance: number): FlatPath {
  const { length, closed } = path;
  const joints = [...new Set([0, ...(path.joints ?? []), length])]
    .filter((s) => s >= 0 && s <= length)
    .sort((a, b) => a - b);
  const points: PathPoint[] = [];
  const lengths: number[] = [];
  const put = (s: number, point: PathPoint) => {
    points.push(point);
    lengths.push(s);
  };
  const inset = Math.min(1e-4, length / 1e4);
  for (let j = 0; j + 1 < joints.length; j++) {
    // Right inside the joints, where the direction is that of this piece.
    const [from, to] = [joints[j]! + inset, joints[j + 1]! - inset];
    if (to <= from) continue;
    const end = (joint: number, inside: number): PathPoint => {
      const { x, y } = path.at(joint);
      return { ...path.at(inside), x, y };
    };
    put(joints[j]!, end(joints[j]!, from));
    const first = Math.min(4, Math.max(1, Math.ceil((to - from) / minStep)));
    let left = path.at(from);
    for (let i = 0; i < first; i++) {
      const a = from + ((to - from) * i) / first;
      const b = from + ((to - from) * (i + 1)) / first;
      const right = path.at(b);
      split(path, a, left, b, right, tolerance, put);
      if (i < first - 1) put(b, right);
      else put(joints[j + 1]!, end(joints[j + 1]!, to));
      left = right;
      if (points.length > maxParts) break;
    }
  }
  if (points.length === 0) put(0, path.at(0));
  const kept = points.flatMap((_, i) => (isDoubled(points, i, closed) ? [] : [i]));
  return { points: kept.map((i) => points[i]!), lengths: kept.map((i) => lengths[i]!), closed };
}

/** Whether a place is the one before, with the same direction: a joint that is no corner. */
function isDoubled(points: readonly PathPoint[], i: number, closed: boolean): boolean {
  // Of a closed line it is the last place that doubles the first.
  const other = i > 0 ? points[i - 1] : undefined;
  const first = closed && i > 0 && i === points.length - 1 ? points[0] : undefined;
  const same = (a: PathPoint | undefined, b: PathPoint) =>
    a !== undefined &&
    Math.hypot(a.x - b.x, a.y - b.y) < 1e-6 &&
    a.normalX * b.normalX + a.normalY * b.normalY > 0.9999;
  return same(other, points[i]!) || same(first, points[i]!);
}

function split(
  path: Path,
  a: number,
  left: PathPoint,
  b: number,
  right: PathPoint,
  tolerance: number,
  put: (s: number, point: PathPoint) => void,
): void {
  if (b - a < minStep) return;
  const middle = path.at((a + b) / 2);
  const away = Math.hypot(middle.x - (left.x + right.x) / 2, middle.y - (left.y + right.y) / 2);
  const turns = left.normalX * right.normalX + left.normalY * right.normalY;
  if (away < tolerance && turns > 0.985) return;
  split(path, a, left, (a + b) / 2, middle, tolerance, put);
  put((a + b) / 2, middle);
  split(path, (a + b) / 2, middle, b, right, tolerance, put);
}

/**
 * A path through places with their normals: straight lines between them, the
 * normal turning evenly, so that marks on what was a curve stand as on the curve.
 */
export function flatToPath(
  points: readonly PathPoint[],
  closed: boolean,
  joints: readonly number[] = [],
): Path {
  const starts = new Float64Array(points.length + (closed ? 1 : 0));
  for (let i = 1; i < starts.length; i++) {
    const [a, b] = [points[i - 1]!, points[i % points.length]!];
    starts[i] = starts[i - 1]! + Math.hypot(b.x - a.x, b.y - a.y);
  }
  const length = starts[starts.length - 1] ?? 0;
  return {
    length,
    closed,
    joints: joints.map((index) => starts[index] ?? 0),
    at(s) {
      const position =
        closed && length > 0 ? ((s % length) + length) % length : Math.min(Math.max(s, 0), length);
      let [low, high] = [0, starts.length - 1];
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (starts[middle]! <= position) low = middle;
        else high = middle;
      }
      const a = points[low]!;
      const b = points[Math.min(high, starts.length - 1) % points.length] ?? a;
      const span = starts[high]! - starts[low]!;
      const t = span > 0 ? (position - starts[low]!) / span : 0;
      const normalX = a.normalX + (b.normalX - a.normalX) * t;
      const normalY = a.normalY + (b.normalY - a.normalY) * t;
      const size = Math.hypot(normalX, normalY);
      return {
        x: a.x + (b.x - a.x) * t,
        y: a.y + (b.y - a.y) * t,
        normalX: size > 1e-9 ? normalX / size : a.normalX,
        normalY: size > 1e-9 ? normalY / size : a.normalY,
      };
    },
  };
}

/** All places of a path, of each of its lines. */
export const flattenParts = (path: Path, tolerance?: number): FlatPath[] =>
  partsOf(path).map((part) => flattenPath(part, tolerance));
