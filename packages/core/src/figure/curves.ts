import type { CurveOp, FillOp, Operation } from '../picture/displayList';
import type { Ink, Inked } from './ink';

interface Line {
  points: readonly number[];
  closed: boolean;
  /** What stands at each point; its colour where colours vary. */
  marks: readonly Inked[];
}

/**
 * Lines as operations: one for all that have one colour, or one for each colour
 * that they run through.
 * @param level mean level, for the colour of a whole line
 */
export function curveOperations(
  lines: readonly Line[],
  { width, smooth, soft }: { width: number; smooth: boolean; soft: number },
  ink: Ink,
  level: number,
): Operation[] {
  const style = { op: 'curve', width, soft, corners: smooth ? 'plain' : 'round' } as const;
  if (!ink.varies) {
    return [true, false].flatMap((closed): CurveOp[] => {
      const own = lines.filter((line) => line.closed === closed);
      if (own.length === 0) return [];
      const arrays = own.map(({ points }) => Float32Array.from(points));
      return [{ ...style, color: ink.whole(level), closed, lines: arrays }];
    });
  }
  const byColor = new Map<string, number[][]>();
  for (const { points, closed, marks } of lines) {
    const count = marks.length;
    let last: { color: string; stretch: number[] } | undefined;
    for (let i = 0; i < (closed ? count : count - 1); i++) {
      const color = ink.of(marks[i]!);
      const next = (i + 1) % count;
      if (last?.color !== color) {
        last = { color, stretch: [points[2 * i]!, points[2 * i + 1]!] };
        const stretches = byColor.get(color);
        if (stretches) stretches.push(last.stretch);
        else byColor.set(color, [last.stretch]);
      }
      last.stretch.push(points[2 * next]!, points[2 * next + 1]!);
    }
  }
  return [...byColor].map(([color, stretches]) => ({
    ...style,
    color,
    closed: false,
    lines: stretches.map((stretch) => Float32Array.from(stretch)),
  }));
}

/** The points of a line from its end to its start. */
export function reversedPoints(points: readonly number[]): number[] {
  const out: number[] = [];
  for (let i = points.length - 2; i >= 0; i -= 2) out.push(points[i]!, points[i + 1]!);
  return out;
}

/** What lies between two lines of as many points, filled. A closed one is a ring: its inner edge runs back. */
export const between = (edge: readonly number[], base: readonly number[], closed: boolean): Float32Array[] =>
  closed
    ? [Float32Array.from(edge), Float32Array.from(reversedPoints(base))]
    : [Float32Array.from([...edge, ...reversedPoints(base)])];

/**
 * What lies between two lines, in the colours that stand along it. First all of
 * it in one colour, so that no background shines through between two cells.
 */
export function cellOperations(
  edge: readonly number[],
  base: readonly number[],
  closed: boolean,
  marks: readonly Inked[],
  ink: Ink,
  soft: number,
): FillOp[] {
  const byColor = new Map<string, Float32Array[]>();
  const count = marks.length;
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const next = (i + 1) % count;
    const color = ink.of({ ...marks[i]!, level: marks[i]!.level }).slice(0, 7);
    const cell = Float32Array.of(
      ...[edge[2 * i]!, edge[2 * i + 1]!, edge[2 * next]!, edge[2 * next + 1]!],
      ...[base[2 * next]!, base[2 * next + 1]!, base[2 * i]!, base[2 * i + 1]!],
    );
    const cells = byColor.get(color);
    if (cells) cells.push(cell);
    else byColor.set(color, [cell]);
  }
  const middle = ink.of(marks[Math.floor(count / 2)]!).slice(0, 7);
  return [
    { op: 'fill', color: middle, soft, outlines: between(edge, base, closed) },
    ...[...byColor].map(([color, outlines]): FillOp => ({ op: 'fill', color, soft: 0, outlines })),
  ];
}
