import { cubicCurve, curvePiece, ellipseCurve, linePiece, type Piece } from './pieces';

/** Path data that cannot be read, saying where. */
export class PathDataError extends Error {
  override name = 'PathDataError';
}

/** One command with its numbers. Numbers that follow without a command are told apart already. */
export interface PathCommand {
  /** Letter of the command; lower case is relative. */
  letter: string;
  values: number[];
}

const counts: Record<string, number> = { M: 2, L: 2, H: 1, V: 1, C: 6, S: 4, Q: 4, T: 2, A: 7, Z: 0 };
/** More commands than this are refused. */
const mostCommands = 20_000;

/**
 * Reads the grammar of SVG 2, section 9.3.9.
 * @throws PathDataError naming the place at which it stops being path data
 */
export function parsePathData(text: string): PathCommand[] {
  const commands: PathCommand[] = [];
  let at = 0;
  const fail = (what: string): never => {
    throw new PathDataError(`${what} at character ${at + 1} of the path data`);
  };
  const skip = (pattern: RegExp): string | undefined => {
    pattern.lastIndex = at;
    const found = pattern.exec(text)?.[0];
    if (found !== undefined) at += found.length;
    return found;
  };
  const space = /[ \t\n\f\r]*/y;
  const commaSpace = /[ \t\n\f\r]*,?[ \t\n\f\r]*/y;
  const number = /[+-]?(\d+\.?\d*|\.\d+)([eE][+-]?\d+)?/y;
  const flag = /[01]/y;
  const readValue = (letter: string, index: number): number => {
    // The two flags of an arc may stand without a separator.
    const isFlag = letter.toUpperCase() === 'A' && (index === 3 || index === 4);
    const found =
      skip(isFlag ? flag : number) ?? fail(isFlag ? 'there should be a flag' : 'there should be a number');
    const value = Number(found);
    if (!Number.isFinite(value) || Math.abs(value) > 1e7) fail('there is a number that is too large');
    return value;
  };
  skip(space);
  while (at < text.length) {
    const letter = skip(/[MmLlHhVvCcSsQqTtAaZz]/y) ?? fail('there is something that is no command');
    if (commands.length === 0 && letter.toUpperCase() !== 'M')
      fail('path data must begin with M; it does not');
    const count = counts[letter.toUpperCase()]!;
    let repeated = letter;
    skip(space);
    for (let first = true; ; first = false) {
      if (count === 0) {
        commands.push({ letter, values: [] });
        break;
      }
      const start = at;
      skip(commaSpace);
      number.lastIndex = at;
      if (!first && !number.test(text)) {
        at = start;
        break;
      }
      if (first) at = start;
      const values: number[] = [];
      for (let index = 0; index < count; index++) {
        if (index > 0) skip(commaSpace);
        values.push(readValue(letter, index));
      }
      commands.push({ letter: repeated, values });
      // Points that follow a moveto are linetos.
      if (letter === 'M') repeated = 'L';
      if (letter === 'm') repeated = 'l';
      if (commands.length > mostCommands) fail(`there are more than ${mostCommands} commands`);
    }
    skip(space);
  }
  return commands;
}

/** Pieces of a subpath, and whether it is closed. */
export interface Outline {
  pieces: Piece[];
  closed: boolean;
}

/**
 * The subpaths of path data, made of lines, Beziers and arcs.
 * @param place what becomes of each point
 */
export function outlines(
  commands: readonly PathCommand[],
  place: (x: number, y: number) => [number, number] = (x, y) => [x, y],
): Outline[] {
  const all: Outline[] = [];
  let current: Outline = { pieces: [], closed: false };
  let [x, y] = [0, 0];
  let [startX, startY] = [0, 0];
  /** Last handle of a curve, for S and T. */
  let [handleX, handleY] = [0, 0];
  let lastKind = '';
  const finish = () => {
    // Typefaces leave the closing command out: a line that ends where it began is closed all the same.
    if (Math.hypot(x - startX, y - startY) < 1e-6) current.closed = true;
    if (current.pieces.length > 0) all.push(current);
    current = { pieces: [], closed: false };
  };
  const lineTo = (toX: number, toY: number) => {
    current.pieces.push(linePiece(...place(x, y), ...place(toX, toY)));
    [x, y] = [toX, toY];
  };
  const cubicTo = (x1: number, y1: number, x2: number, y2: number, toX: number, toY: number) => {
    const points = [...place(x, y), ...place(x1, y1), ...place(x2, y2), ...place(toX, toY)];
    current.pieces.push(curvePiece(cubicCurve(points), 12));
    [handleX, handleY] = [x2, y2];
    [x, y] = [toX, toY];
  };
  const quadraticTo = (x1: number, y1: number, toX: number, toY: number) => {
    // The same curve as a cubic: handles two thirds of the way.
    cubicTo(
      x + (2 / 3) * (x1 - x),
      y + (2 / 3) * (y1 - y),
      toX + (2 / 3) * (x1 - toX),
      toY + (2 / 3) * (y1 - toY),
      toX,
      toY,
    );
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
        finish();
        [x, y] = [v[0]!, v[1]!];
        [startX, startY] = [x, y];
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
        current.pieces.push(arcPiece(x, y, v, place));
        [x, y] = [v[5]!, v[6]!];
        break;
      case 'Z':
        if (x !== startX || y !== startY) lineTo(startX, startY);
        current.closed = true;
        finish();
        [x, y] = [startX, startY];
        break;
    }
    lastKind = kind;
  }
  finish();
  return all;
}

/** An arc from end point to centre: SVG 2, implementation notes, section B.2.4, with radii corrected as in B.2.5. */
function arcPiece(
  x1: number,
  y1: number,
  values: readonly number[],
  place: (x: number, y: number) => [number, number],
): Piece {
  const [rxGiven, ryGiven, degrees, large, sweep, x2, y2] = values as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  let [rx, ry] = [Math.abs(rxGiven), Math.abs(ryGiven)];
  if (rx === 0 || ry === 0) return linePiece(...place(x1, y1), ...place(x2, y2));
  const turn = (degrees * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const halfX = (x1 - x2) / 2;
  const halfY = (y1 - y2) / 2;
  const px = cos * halfX + sin * halfY;
  const py = -sin * halfX + cos * halfY;
  const excess = (px / rx) ** 2 + (py / ry) ** 2;
  if (excess > 1) [rx, ry] = [rx * Math.sqrt(excess), ry * Math.sqrt(excess)];
  const square = (rx * ry) ** 2 - (rx * py) ** 2 - (ry * px) ** 2;
  const factor =
    (large === sweep ? -1 : 1) * Math.sqrt(Math.max(square, 0) / ((rx * py) ** 2 + (ry * px) ** 2 || 1));
  const cxTurned = (factor * rx * py) / ry;
  const cyTurned = (-factor * ry * px) / rx;
  const cx = cos * cxTurned - sin * cyTurned + (x1 + x2) / 2;
  const cy = sin * cxTurned + cos * cyTurned + (y1 + y2) / 2;
  const angle = (x: number, y: number) => Math.atan2((y - cyTurned) / ry, (x - cxTurned) / rx);
  const from = angle(px, py);
  let to = angle(-px, -py);
  if (sweep === 1 && to < from) to += 2 * Math.PI;
  if (sweep === 0 && to > from) to -= 2 * Math.PI;
  const curve = ellipseCurve(cx, cy, rx, ry, turn, from, to);
  // Moved, scaled and turned, an arc stays a curve with a derivative: the difference of two placed points.
  const [originX, originY] = place(0, 0);
  return curvePiece(
    {
      point: (t) => place(...curve.point(t)),
      derivative(t) {
        const [dx, dy] = place(...curve.derivative(t));
        return [dx - originX, dy - originY];
      },
    },
    24,
  );
}
