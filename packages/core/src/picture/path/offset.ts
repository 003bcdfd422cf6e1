import { exact } from '../../contract';
import { flattenPath, flatToPath, type FlatPath } from './flatten';
import { joinParts, partsOf, type Path, type PathPoint } from './path';
import { crossing, SegmentGrid } from './segmentGrid';

export const joinLabels = { round: 'Round', miter: 'Mitre', bevel: 'Bevel' } as const;
export type JoinKind = keyof typeof joinLabels;

/** Longest miter in parts of the offset, as SVG's default stroke-miterlimit of 4 allows. */
const miterLimit = 4;
const tolerance = 0.01;

/**
 * The path at an equal distance: outward, or inward when negative. Corners that
 * open are joined; what would lie nearer than the distance is cut away, so that
 * a bay narrower than that closes and an inward offset may fall apart.
 * @param distance picture units
 */
export function offsetPath(path: Path, distance: number, join: JoinKind): Path {
  if (distance === 0 || path.length === 0) return path;
  const parts = partsOf(path).flatMap((part) => offsetLine(flattenPath(part, tolerance), distance, join));
  if (parts.length > 0) return joinParts(parts);
  // Nothing is left: all marks stand where the line vanished.
  const middle = path.at(path.length / 2);
  return { length: 0, closed: false, at: () => middle };
}

function offsetLine(flat: FlatPath, distance: number, join: JoinKind): Path[] {
  const raw = rawOffset(flat, distance, join);
  const original = flat.points.flatMap(({ x, y }) => [x, y]);
  if (flat.closed) original.push(original[0]!, original[1]!);
  const grid = new SegmentGrid(original, Math.max(Math.abs(distance), 4));
  // What stands off by the distance exactly must count, with the roundings of flattening.
  const min = Math.abs(distance) - Math.max(0.05, Math.abs(distance) * 1e-3);
  const valid = (point: { x: number; y: number }) => !grid.isNearer(point.x, point.y, min);
  return chains(raw, flat.closed, valid).map(({ points, closed }) =>
    flatToPath(points, closed, jumps(points)),
  );
}

/** Indices of places at which the normal jumps. */
const jumps = (points: readonly PathPoint[]): number[] =>
  points.flatMap((point, i) => {
    const before = points[i - 1];
    return before && point.normalX * before.normalX + point.normalY * before.normalY < 0.9 ? [i] : [];
  });

/** Every place moved along its normal, corners joined. It may cross itself. */
function rawOffset({ points, closed }: FlatPath, distance: number, join: JoinKind): PathPoint[] {
  const out: PathPoint[] = [];
  const moved = (point: PathPoint) => ({
    ...point,
    x: point.x + distance * point.normalX,
    y: point.y + distance * point.normalY,
  });
  points.forEach((point, i) => {
    const next = points[i + 1] ?? (closed ? points[0]! : undefined);
    out.push(moved(point));
    if (!next || Math.hypot(next.x - point.x, next.y - point.y) > 1e-3) return;
    // Two places in one: a corner. It opens when the moved ends lie apart in the direction of the path.
    const cos = point.normalX * next.normalX + point.normalY * next.normalY;
    if (cos > 0.9999) return;
    const turn = exact.atan2(point.normalX * next.normalY - point.normalY * next.normalX, cos);
    const opens = turn * side(points) * distance > 0;
    if (opens) out.push(...joinPoints(point, next, turn, distance, join));
  });
  return out;
}

/** 1 when the normals of a line are to the left of its direction, -1 when to the right. */
function side(points: readonly PathPoint[]): number {
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    if (Math.hypot(dx, dy) > 1e-3) return dy * a.normalX - dx * a.normalY > 0 ? 1 : -1;
  }
  return 1;
}

function joinPoints(
  from: PathPoint,
  to: PathPoint,
  turn: number,
  distance: number,
  join: JoinKind,
): PathPoint[] {
  const at = (share: number, away: number): PathPoint => {
    const angle = exact.atan2(from.normalY, from.normalX) + turn * share;
    const [normalX, normalY] = [exact.cos(angle), exact.sin(angle)];
    return { x: from.x + away * normalX, y: from.y + away * normalY, normalX, normalY };
  };
  if (join === 'round') {
    const step = 2 * exact.acos(Math.max(1 - tolerance / Math.abs(distance), 0.5));
    const count = Math.ceil(Math.abs(turn) / step);
    return Array.from({ length: count - 1 }, (_, i) => at((i + 1) / count, distance));
  }
  const length = 1 / exact.cos(turn / 2);
  if (join === 'miter' && length > 0 && length <= miterLimit) {
    const tip = at(0.5, distance * length);
    // One place for each side, so that both sides are straight up to the tip.
    return [
      { ...tip, normalX: from.normalX, normalY: from.normalY },
      { ...tip, normalX: to.normalX, normalY: to.normalY },
    ];
  }
  const { normalX, normalY } = at(0.5, 1);
  const end = (corner: PathPoint): PathPoint => ({
    ...{ x: corner.x + distance * corner.normalX, y: corner.y + distance * corner.normalY },
    ...{ normalX, normalY },
  });
  const first = end(from);
  cutCorners.add(first);
  return [first, end(to)];
}

/** Where a cut corner begins: it comes nearer than the distance, and may. */
const cutCorners = new WeakSet<PathPoint>();

interface Chain {
  points: PathPoint[];
  closed: boolean;
}

/** A stretch of the raw line between two of its crossings. */
interface Stretch {
  points: PathPoint[];
  /** Numbers of the crossings it starts and ends at; -1 for an end of an open line. */
  from: number;
  to: number;
}

/** Cuts the raw line where it crosses itself, drops what is too near, and joins what is left. */
function chains(raw: readonly PathPoint[], closed: boolean, valid: (point: PathPoint) => boolean): Chain[] {
  const kept = stretches(raw, closed).filter((stretch) => isValid(stretch, valid));
  const unused = new Set(kept);
  const all: Chain[] = [];
  for (const first of kept) {
    if (!unused.delete(first)) continue;
    const points = [...first.points];
    let last = first;
    while (last.to >= 0 && last.to !== first.from) {
      const next = kept.find((stretch) => unused.has(stretch) && stretch.from === last.to);
      if (!next) break;
      unused.delete(next);
      points.push(...next.points);
      last = next;
    }
    // What is left of a closed line is closed; else it is only where two of its sides lie on each other.
    if (points.length > 1 && (!closed || last.to === first.from)) all.push({ points, closed });
  }
  return all;
}

/** Most of a stretch decides: its very ends lie at the crossing, at a distance that is right for both sides. */
function isValid({ points }: Stretch, valid: (point: PathPoint) => boolean): boolean {
  const last = points.length - 1;
  const middle = (i: number): PathPoint => {
    const [a, b] = [points[i]!, points[Math.min(i + 1, last)]!];
    return { ...a, x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  };
  if (last < 1) return false;
  const count = Math.min(last, 24);
  return Array.from({ length: count }, (_, i) => Math.floor(((i + 0.5) / count) * last))
    .filter((i) => !cutCorners.has(points[i]!))
    .every((i) => valid(middle(i)));
}

const isSame = (a: PathPoint, b: PathPoint) => Math.hypot(a.x - b.x, a.y - b.y) < 1e-6;

function stretches(raw: readonly PathPoint[], closed: boolean): Stretch[] {
  const points = closed ? [...raw, raw[0]!] : [...raw];
  const flat = points.flatMap(({ x, y }) => [x, y]);
  const longest = points.reduce(
    (max, { x, y }, i) =>
      i === 0 ? 0 : Math.max(max, Math.hypot(x - points[i - 1]!.x, y - points[i - 1]!.y)),
    0,
  );
  const grid = new SegmentGrid(flat, Math.max(longest / 2, 4));
  const cuts: { at: number; crossing: number }[] = [];
  let crossings = 0;
  for (let i = 0; i + 1 < points.length; i++) {
    const [a, b] = [points[i]!, points[i + 1]!];
    for (const j of grid.near(
      Math.min(a.x, b.x),
      Math.min(a.y, b.y),
      Math.max(a.x, b.x),
      Math.max(a.y, b.y),
    )) {
      if (j <= i) continue;
      const [c, d] = [points[j]!, points[j + 1]!];
      // Neighbours meet at their common end, which is no crossing.
      if (isSame(b, c) || (closed && isSame(a, d))) continue;
      const found = crossing(a.x, a.y, b.x, b.y, c.x, c.y, d.x, d.y);
      if (!found) continue;
      cuts.push({ at: i + found.t, crossing: crossings }, { at: j + found.u, crossing: crossings });
      crossings++;
    }
  }
  if (cuts.length === 0) return [{ points: [...raw], from: closed ? 0 : -1, to: closed ? 0 : -1 }];
  cuts.sort((a, b) => a.at - b.at);
  const positionAt = (at: number): PathPoint => {
    const i = Math.min(Math.floor(at), points.length - 2);
    const [a, b, t] = [points[i]!, points[i + 1]!, at - i];
    return { ...(t < 0.5 ? a : b), x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t };
  };
  const between = (from: number, to: number) => [
    positionAt(from),
    ...points.slice(Math.floor(from) + 1, Math.ceil(to)),
    positionAt(to),
  ];
  const last = points.length - 1;
  const all: Stretch[] = cuts.slice(1).map((cut, i) => ({
    points: between(cuts[i]!.at, cut.at),
    from: cuts[i]!.crossing,
    to: cut.crossing,
  }));
  const [head, tail] = [cuts[0]!, cuts.at(-1)!];
  if (closed) {
    const around = [...between(tail.at, last), ...between(0, head.at).slice(1)];
    all.push({ points: around, from: tail.crossing, to: head.crossing });
  } else {
    all.unshift({ points: between(0, head.at), from: -1, to: head.crossing });
    all.push({ points: between(tail.at, last), from: tail.crossing, to: -1 });
  }
  return all;
}
