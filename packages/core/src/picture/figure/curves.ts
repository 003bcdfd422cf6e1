import type { CurveOp, FillOp, Operation } from '../display/displayList';
import type { Ink } from './ink';
import type { Ends } from './standing';

/** What stands at each point of a line, for its colour. */
export interface PointMarks {
  levels: ArrayLike<number>;
  bands: ArrayLike<number>;
  along: ArrayLike<number>;
}

interface Line {
  /** x and y after one another. */
  points: Float32Array;
  closed: boolean;
  marks: PointMarks;
}

interface LineStyle {
  width: number;
  smooth: boolean;
  soft: number;
  ends: Ends;
  /** How opaque, 0 to 1. */
  opacity?: number;
}

/** A colour with some of its opacity left. */
function withOpacity(color: string, opacity: number): string {
  if (opacity >= 1) return color;
  const own = color.length > 7 ? parseInt(color.slice(7), 16) : 255;
  return (
    color.slice(0, 7) +
    Math.round(own * opacity)
      .toString(16)
      .padStart(2, '0')
  );
}

/**
 * Lines as operations: one for all that have one colour, or one for each colour
 * that they run through.
 * @param level mean level, for the colour of a whole line
 */
export function curveOperations(
  lines: readonly Line[],
  { width, smooth, soft, ends, opacity = 1 }: LineStyle,
  ink: Ink,
  level: number,
): Operation[] {
  const style = { op: 'curve', width, soft, corners: smooth ? 'plain' : 'round' } as const;
  if (!ink.varies) {
    return [true, false].flatMap((closed): CurveOp[] => {
      const own = lines.filter((line) => line.closed === closed);
      if (own.length === 0) return [];
      const color = withOpacity(ink.whole(level), opacity);
      return [{ ...style, ends, color, closed, lines: own.map(({ points }) => points) }];
    });
  }
  const byColor = new Map<string, Float32Array[]>();
  for (const { points, closed, marks } of lines) {
    const count = points.length / 2;
    eachStretch(count, closed, marks, ink, (color, from, to) => {
      // With flat ends, each stretch goes on around the corner into the next one, so that no wedge is left open.
      const through = ends === 'flat' && opacity >= 1 && color.length <= 7 && to + (closed ? 0 : 1) < count;
      addTo(byColor, color, stretch(points, from, through ? to + 1 : to));
    });
  }
  return [...byColor].map(([color, stretches]) => ({
    ...style,
    // Seen through, round ends would show twice where two stretches meet.
    ends: opacity < 1 || color.length > 7 ? 'flat' : ends,
    color: withOpacity(color, opacity),
    closed: false,
    lines: stretches,
  }));
}

/** The points of a line from one to another; of a closed line, the one after the last is the first. */
function stretch(points: Float32Array, from: number, to: number): Float32Array {
  const out = new Float32Array(2 * (to - from + 1));
  out.set(points.subarray(2 * from, 2 * to + 2));
  if (2 * to === points.length) out.set(points.subarray(0, 2), out.length - 2);
  return out;
}

/** Goes along a line and calls back for each stretch of one colour; two stretches share the point between them. */
function eachStretch(
  count: number,
  closed: boolean,
  marks: PointMarks,
  ink: Ink,
  found: (color: string, from: number, to: number) => void,
): void {
  const steps = closed ? count : count - 1;
  let [start, color] = [0, ''];
  for (let i = 0; i < steps; i++) {
    const next = ink.of({ band: marks.bands[i]!, along: marks.along[i]!, level: marks.levels[i]! });
    if (next === color) continue;
    if (i > 0) found(color, start, i);
    [start, color] = [i, next];
  }
  if (steps > 0) found(color, start, steps);
}

function addTo(byColor: Map<string, Float32Array[]>, color: string, line: Float32Array): void {
  const lines = byColor.get(color);
  if (lines) lines.push(line);
  else byColor.set(color, [line]);
}

/** Two lines of as many points as one outline: along the first, and back along the second. */
function around(edge: Float32Array, base: Float32Array): Float32Array {
  const out = new Float32Array(edge.length + base.length);
  out.set(edge);
  putReversed(base, out, edge.length);
  return out;
}

function putReversed(points: Float32Array, out: Float32Array, at: number): void {
  for (let i = points.length - 2; i >= 0; i -= 2) {
    out[at++] = points[i]!;
    out[at++] = points[i + 1]!;
  }
}

/** What lies between two lines of as many points, filled. A closed one is a ring: its inner edge runs back. */
export function between(edge: Float32Array, base: Float32Array, closed: boolean): Float32Array[] {
  if (!closed) return [around(edge, base)];
  const back = new Float32Array(base.length);
  putReversed(base, back, 0);
  return [edge, back];
}

/**
 * What lies between two lines, in the colours that stand along it. First all of
 * it in one colour, so that no background shines through between two cells.
 */
export function cellOperations(
  edge: Float32Array,
  base: Float32Array,
  closed: boolean,
  marks: PointMarks,
  ink: Ink,
  soft: number,
): FillOp[] {
  const byColor = new Map<string, Float32Array[]>();
  eachStretch(edge.length / 2, closed, marks, ink, (color, from, to) =>
    addTo(byColor, color.slice(0, 7), around(stretch(edge, from, to), stretch(base, from, to))),
  );
  const [middle = '#000000'] = [...byColor.keys()].slice(byColor.size >> 1);
  return [
    { op: 'fill', color: middle, soft, outlines: between(edge, base, closed) },
    ...[...byColor].map(([cellColor, outlines]): FillOp => ({
      op: 'fill',
      color: cellColor,
      soft: 0,
      outlines,
    })),
  ];
}
