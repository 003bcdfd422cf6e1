import type { Path } from '../path/path';
import type { CurveOp, FillOp } from '../picture/displayList';
import { figureKind } from './kind';
import { orderField, type BandOrder } from './order';
import {
  extentAt,
  reachFields,
  sideField,
  sidesOf,
  standingMarks,
  type Side,
  type Standing,
} from './standing';
import { smoothCurve } from './smoothCurve';

interface LevelLine {
  order: BandOrder;
  side: Side;
  smooth: boolean;
  reach: number;
  rest: number;
  color: string;
}
export interface Line extends LevelLine {
  thickness: number;
}

/** Length of the straight parts of a smooth curve in picture units, and how many there may be from one band to the next. */
const partLength = 6;
const mostParts = 12;

/** The level points on one side of the path, as a line. */
function levelPoints(
  figure: LevelLine,
  marks: readonly Standing[],
  way: number,
  { closed, length }: Path,
): number[] {
  const step = length / marks.length;
  const { share } = sidesOf(figure.side);
  const points = marks.flatMap(({ level, x, y, normalX, normalY }) => {
    const distance = way * share * extentAt(figure, level);
    return [x + normalX * distance, y + normalY * distance];
  });
  if (!figure.smooth) return points;
  const parts = Math.round(step / partLength);
  return smoothCurve(points, closed, Math.min(Math.max(parts, 2), mostParts));
}

/** A line through the points that the levels reach. */
export function lineMarks(figure: Line, path: Path, levels: ArrayLike<number>): CurveOp[] {
  if (levels.length === 0) return [];
  const marks = standingMarks(path, levels, figure.order);
  return sidesOf(figure.side).ways.map((way) => ({
    op: 'curve',
    color: figure.color,
    width: figure.thickness,
    closed: path.closed,
    corners: figure.smooth ? 'plain' : 'round',
    points: Float32Array.from(levelPoints(figure, marks, way, path)),
  }));
}

/** Points along the path itself, for the edge of an area. */
const pathSamples = 180;

/** What lies between the path and the line through the levels, filled; on both sides, between both lines. */
export function areaMarks(figure: LevelLine, path: Path, levels: ArrayLike<number>): FillOp[] {
  if (levels.length === 0) return [];
  const marks = standingMarks(path, levels, figure.order);
  const { ways } = sidesOf(figure.side);
  const edge = levelPoints(figure, marks, ways[0]!, path);
  const count = Math.max(pathSamples, marks.length);
  const base =
    ways.length > 1
      ? levelPoints(figure, marks, ways[1]!, path)
      : Array.from({ length: path.closed ? count : count + 1 }, (_, i) => {
          // An open area begins and ends where its first and last band stand.
          const inset = path.closed ? 0 : 0.5 / marks.length;
          const { x, y } = path.at((inset + ((1 - 2 * inset) * i) / count) * path.length);
          return [x, y];
        }).flat();
  // A closed path makes a ring: two outlines, of which the inner one is left out.
  const outlines = path.closed ? [edge, base] : [[...edge, ...reversedPoints(base)]];
  return [
    {
      op: 'fill',
      color: figure.color,
      evenOdd: path.closed,
      outlines: outlines.map((o) => Float32Array.from(o)),
    },
  ];
}

function reversedPoints(points: readonly number[]): number[] {
  const out: number[] = [];
  for (let i = points.length - 2; i >= 0; i -= 2) out.push(points[i]!, points[i + 1]!);
  return out;
}

const smoothField = {
  kind: 'switch',
  key: 'smooth',
  label: 'Smooth',
  help: 'A curve through the levels, instead of straight lines.',
} as const;
const colorField = { kind: 'color', key: 'color', label: 'Colour' } as const;

const standard = (height: number): LevelLine => ({
  order: 'mirrored',
  side: 'outward',
  smooth: true,
  reach: Math.round(height * 0.16),
  rest: 0,
  color: '#f2b25c',
});

export const line = figureKind<'line', Line>(
  'line',
  'Line',
  [
    { heading: 'Marks', fields: [orderField, sideField, smoothField] },
    {
      heading: 'How big',
      fields: [
        ...reachFields,
        { kind: 'number', key: 'thickness', label: 'Thickness', min: 0.1, max: 500, step: 1, unit: 'px' },
      ],
    },
    { heading: 'How coloured', fields: [colorField] },
  ],
  (_width, height) => ({ ...standard(height), thickness: Math.max(2, Math.round(height * 0.005)) }),
  lineMarks,
);

export const area = figureKind<'area', LevelLine>(
  'area',
  'Area',
  [
    { heading: 'Marks', fields: [orderField, sideField, smoothField] },
    { heading: 'How big', fields: reachFields },
    { heading: 'How coloured', fields: [colorField] },
  ],
  (_width, height) => standard(height),
  areaMarks,
);
