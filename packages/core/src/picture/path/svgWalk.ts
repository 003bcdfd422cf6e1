import { exact } from '../../contract';
import type { PathCommand } from './svgData';

/** The numbers of an arc command: both radii, turn in degrees, the two flags, and the end, absolute. */
export type ArcValues = readonly [number, number, number, number, number, number, number];

/** What path data is made of, with all coordinates absolute. */
export interface PathSink {
  move(x: number, y: number): void;
  line(x: number, y: number): void;
  cubic(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  arc(values: ArcValues): void;
  /** After a line to the start, where one was needed. */
  close(): void;
}

/** Goes through path data: relative, short and quadratic commands become the plain ones (SVG 2, section 9.3). */
export function walkPath(commands: readonly PathCommand[], sink: PathSink): void {
  let [x, y] = [0, 0];
  let [startX, startY] = [0, 0];
  /** Last handle of a curve, for S and T. */
  let [handleX, handleY] = [0, 0];
  let lastKind = '';
  const lineTo = (toX: number, toY: number) => {
    sink.line(toX, toY);
    [x, y] = [toX, toY];
  };
  const cubicTo = (x1: number, y1: number, x2: number, y2: number, toX: number, toY: number) => {
    sink.cubic(x1, y1, x2, y2, toX, toY);
    [handleX, handleY] = [x2, y2];
    [x, y] = [toX, toY];
  };
  const quadraticTo = (x1: number, y1: number, toX: number, toY: number) => {
    // The same curve as a cubic: handles two thirds of the way.
    const near = [x + (2 / 3) * (x1 - x), y + (2 / 3) * (y1 - y)] as const;
    cubicTo(...near, toX + (2 / 3) * (x1 - toX), toY + (2 / 3) * (y1 - toY), toX, toY);
    [handleX, handleY] = [x1, y1];
  };
  for (const { letter, values } of commands) {
    const kind = letter.toUpperCase();
    const relative = letter !== kind;
    const [baseX, baseY] = relative ? [x, y] : [0, 0];
    const v = values.map((value, i) => {
      if (kind === 'A') return i === 5 ? value + baseX : i === 6 ? value + baseY : value;
      if (kind === 'V') return value + baseY;
      return value + (i % 2 === 0 ? baseX : baseY);
    });
    const smooth = (kinds: string): [number, number] =>
      kinds.includes(lastKind) && lastKind !== '' ? [2 * x - handleX, 2 * y - handleY] : [x, y];
    switch (kind) {
      case 'M':
        [x, y] = [v[0]!, v[1]!];
        [startX, startY] = [x, y];
        sink.move(x, y);
        break;
      case 'L':
        lineTo(v[0]!, v[1]!);
        break;
      case 'H':
        lineTo(v[0]!, y);
        break;
      case 'V':
        lineTo(x, v[0]!);
        break;
      case 'C':
        cubicTo(v[0]!, v[1]!, v[2]!, v[3]!, v[4]!, v[5]!);
        break;
      case 'S':
        cubicTo(...smooth('CS'), v[0]!, v[1]!, v[2]!, v[3]!);
        break;
      case 'Q':
        quadraticTo(v[0]!, v[1]!, v[2]!, v[3]!);
        break;
      case 'T':
        quadraticTo(...smooth('QT'), v[0]!, v[1]!);
        break;
      case 'A':
        sink.arc(v as unknown as ArcValues);
        [x, y] = [v[5]!, v[6]!];
        break;
      case 'Z':
        if (x !== startX || y !== startY) lineTo(startX, startY);
        sink.close();
        [x, y] = [startX, startY];
        break;
    }
    lastKind = kind;
  }
}

/** An arc by its centre; angles in radians, clockwise on the screen when rising. */
export interface CentredArc {
  cx: number;
  cy: number;
  rx: number;
  ry: number;
  turn: number;
  from: number;
  to: number;
}

/**
 * An arc from end points to centre: SVG 2, implementation notes, section B.2.4, with radii
 * corrected as in B.2.5. Undefined where it is a straight line.
 */
export function arcOf(x1: number, y1: number, values: ArcValues): CentredArc | undefined {
  const [rxGiven, ryGiven, degrees, large, sweep, x2, y2] = values;
  let [rx, ry] = [Math.abs(rxGiven), Math.abs(ryGiven)];
  if (rx === 0 || ry === 0) return undefined;
  const turn = (degrees * Math.PI) / 180;
  const [cos, sin] = [exact.cos(turn), exact.sin(turn)];
  const halfX = (x1 - x2) / 2;
  const halfY = (y1 - y2) / 2;
  const px = cos * halfX + sin * halfY;
  const py = -sin * halfX + cos * halfY;
  const excess = exact.square(px / rx) + exact.square(py / ry);
  if (excess > 1) [rx, ry] = [rx * Math.sqrt(excess), ry * Math.sqrt(excess)];
  const square = exact.square(rx * ry) - exact.square(rx * py) - exact.square(ry * px);
  const factor =
    (large === sweep ? -1 : 1) *
    Math.sqrt(Math.max(square, 0) / (exact.square(rx * py) + exact.square(ry * px) || 1));
  const cxTurned = (factor * rx * py) / ry;
  const cyTurned = (-factor * ry * px) / rx;
  const angle = (x: number, y: number) => exact.atan2((y - cyTurned) / ry, (x - cxTurned) / rx);
  const from = angle(px, py);
  let to = angle(-px, -py);
  if (sweep === 1 && to < from) to += 2 * Math.PI;
  if (sweep === 0 && to > from) to -= 2 * Math.PI;
  return {
    cx: cos * cxTurned - sin * cyTurned + (x1 + x2) / 2,
    cy: sin * cxTurned + cos * cyTurned + (y1 + y2) / 2,
    ...{ rx, ry, turn, from, to },
  };
}
