import { partsOf, type Path, type PathPoint } from '../path/path';
import type { Inked } from './ink';
import { monotoneCurve } from './monotone';
import { keptPlaces } from './places';
import type { MarkScene } from './scene';
import { extentAt, onSide, standingMarks, type Reach, type Stand, type Standing } from './standing';

/** A continuous stretch of levels along one line of a path. */
export interface LevelRun {
  closed: boolean;
  /** Places on the path. */
  places: readonly PathPoint[];
  /** What stands at each, outward and inward. */
  outward: Inked[];
  inward: Inked[];
}

/** Length of the straight parts of a smooth line in picture units, and how many there may be from one band to the next. */
const partLength = 6;
const mostParts = 12;

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
  const parts = smooth ? Math.min(Math.max(Math.round(step / partLength), 2), mostParts) : 1;
  let start = 0;
  return partsOf(path).flatMap((part, index) => {
    const [from, to] = [start, start + part.length];
    start = to;
    const own = marks.filter((mark) => mark.part === index);
    if (own.length < (part.closed ? 3 : 1)) return [];
    return [makeRun(own, scene, { part, from, to, parts, count: marks.length })];
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

function makeRun(own: readonly Standing[], { path }: MarkScene, span: Span): LevelRun {
  const { part, from, to, parts, count } = span;
  const { closed } = part;
  const knots = own.map(({ along }) => along * path.length - from);
  const nodes = closed ? [...own] : [own[0]!, ...own, own.at(-1)!];
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
  const places = keptPlaces(part, `run ${from} ${to} ${count} ${parts}`, lengths);
  const side = (way: number): Inked[] => {
    const marks = nodes.map((node) => onSide(node, way));
    const curve = (value: (mark: Standing) => number) => monotoneCurve(marks.map(value), closed, parts);
    const [levels, bands, along] = [curve((m) => m.level), curve((m) => m.band), curve((m) => m.along)];
    return Array.from(levels, (level, i) => ({ level, band: bands[i]!, along: along[i]! }));
  };
  return { closed, places, outward: side(1), inward: side(-1) };
}

/** Points of a run at the distances of its levels: x and y after one another. */
export function runPoints(
  run: LevelRun,
  figure: Reach,
  way: number,
  share: number,
  most = Infinity,
): number[] {
  const marks = way > 0 ? run.outward : run.inward;
  return run.places.flatMap(({ x, y, normalX, normalY }, i) => {
    const distance = way * Math.min(share * extentAt(figure, marks[i]!.level), most);
    return [x + normalX * distance, y + normalY * distance];
  });
}

/** Mean level of both sides of a run. */
export const meanLevel = ({ outward, inward }: LevelRun): number =>
  [...outward, ...inward].reduce((sum, { level }) => sum + level, 0) / (2 * Math.max(outward.length, 1));
