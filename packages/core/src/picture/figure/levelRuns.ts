import { partsOf, type Path, type PathPoint } from '../path/path';
import { monotoneCurve } from './monotone';
import { keptOn } from './positions';
import type { MarkScene } from './scene';
import { onSide, standingMarks, type Reach, type Stand, type Standing } from './standing';

/** What stands along one side of a line of a path, place by place. */
export interface RunSide {
  levels: Float64Array;
  /** Which band, in between as a broken number. */
  bands: Float64Array;
}

/** A continuous stretch of levels along one line of a path. */
export interface LevelRun {
  closed: boolean;
  /** Places on the path. */
  positions: readonly PathPoint[];
  /** Share of the path, of each place. */
  along: Float64Array;
  outward: RunSide;
  inward: RunSide;
}

/** Length of the straight parts of a smooth line in picture units, and how many there may be from one band to the next. */
const partLength = 6;
const maxParts = 12;

/**
 * The levels along the path as continuous lines, one for each line of the path.
 * An open line goes on to the path's ends at its first and last level, so that
 * two halves meet; a smooth one has more places in between.
 */
export function levelRuns(scene: MarkScene, figure: Stand, smooth: boolean): LevelRun[] {
  const { path } = scene;
  const marks = standingMarks(scene, figure);
  if (marks.length === 0 || path.length <= 0) return [];
  const step = path.length / marks.length;
  const parts = smooth ? Math.min(Math.max(Math.round(step / partLength), 2), maxParts) : 1;
  let start = 0;
  return partsOf(path).flatMap((part, index) => {
    const [from, to] = [start, start + part.length];
    start = to;
    const own = marks.filter((mark) => mark.part === index);
    if (own.length < (part.closed ? 3 : 1)) return [];
    return [makeRun(own, scene, figure, { part, from, to, parts, count: marks.length })];
  });
}

interface Span {
  /** A line of the path, and where on the path it begins and ends. */
  part: Path;
  from: number;
  to: number;
  /** Straight parts for each step, and marks on all lines. */
  parts: number;
  count: number;
}

function makeRun(
  own: readonly Standing[],
  { path }: MarkScene,
  { side, order }: Stand,
  span: Span,
): LevelRun {
  const { part, from, to, parts, count } = span;
  const { closed } = part;
  const knots = own.map(({ along }) => along * path.length - from);
  const nodes = closed ? own : [own[0]!, ...own, own.at(-1)!];
  if (!closed) {
    knots.unshift(0);
    knots.push(part.length);
  }
  const lengths = () => {
    const fine: number[] = [];
    const steps = closed ? knots.length : knots.length - 1;
    for (let i = 0; i < steps; i++) {
      const next = i + 1 < knots.length ? knots[i + 1]! : knots[0]! + part.length;
      for (let step = 0; step < parts; step++) fine.push(knots[i]! + ((next - knots[i]!) * step) / parts);
    }
    if (!closed) fine.push(part.length);
    return fine;
  };
  const curve = (marks: readonly Standing[], key: 'level' | 'band' | 'along') =>
    monotoneCurve(
      marks.map((mark) => mark[key]),
      closed,
      parts,
    );
  const onWay = (way: number) => (side === 'opposite' ? nodes.map((node) => onSide(node, way)) : nodes);
  // All but the levels is the same from frame to frame.
  const fixed = keptOn(part, `run ${from} ${to} ${count} ${parts} ${side} ${order}`, () => ({
    positions: lengths().map((s) => part.at(s)),
    along: curve(nodes, 'along'),
    bands: [1, -1].map((way) => curve(onWay(way), 'band')) as [Float64Array, Float64Array],
  }));
  const outward = { levels: curve(onWay(1), 'level'), bands: fixed.bands[0] };
  return {
    closed,
    ...{ positions: fixed.positions, along: fixed.along, outward },
    // Only where the far side runs backwards do the sides differ.
    inward: side === 'opposite' ? { levels: curve(onWay(-1), 'level'), bands: fixed.bands[1] } : outward,
  };
}

export const sideOfRun = (run: LevelRun, way: number): RunSide => (way > 0 ? run.outward : run.inward);

/**
 * Points of a run at the distances of its levels: x and y after one another.
 * @param most distance at which they stop
 */
export function runPoints(
  run: LevelRun,
  { rest, reach }: Reach,
  way: number,
  share: number,
  most = Infinity,
): Float32Array {
  const { levels } = sideOfRun(run, way);
  const { positions } = run;
  const out = new Float32Array(2 * positions.length);
  for (let i = 0; i < positions.length; i++) {
    const { x, y, normalX, normalY } = positions[i]!;
    const distance = way * Math.min(share * Math.max(rest + (reach - rest) * levels[i]!, 0), most);
    out[2 * i] = x + normalX * distance;
    out[2 * i + 1] = y + normalY * distance;
  }
  return out;
}

/** Mean level of both sides of some runs. */
export function meanLevel(runs: readonly LevelRun[]): number {
  let [sum, count] = [0, 0];
  for (const { outward, inward } of runs) {
    for (const { levels } of [outward, inward]) {
      for (const level of levels) sum += level;
      count += levels.length;
    }
  }
  return count > 0 ? sum / count : 0;
}
