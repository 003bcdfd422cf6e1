import type { ChoiceField, NumberField, TextField } from '../property/field';
import { joinParts, mapPath, type Path } from './path';
import { joinPieces, type Piece } from './pieces';
import { centerFields, turned, turnField } from './shape';
import { parsePathData, type PathCommand } from './svgData';
import { outlines, type Outline } from './svgOutlines';

/** A path given as SVG path data, with where it stands. */
export interface DataPath {
  data: string;
  /** Which of its lines are used: the longest, all as one, or all with every band on each. */
  lines: 'longest' | 'all' | 'each';
  centerX: number;
  centerY: number;
  scale: number;
  turn: number;
}

export const mostData = 400_000;

export const dataField: TextField = {
  kind: 'text',
  key: 'data',
  label: 'Data',
  help: 'What stands in the d attribute of an SVG path.',
  maxLength: mostData,
};

export const dataFields: (NumberField | ChoiceField)[] = [
  {
    kind: 'choice',
    key: 'lines',
    label: 'Lines',
    help: 'Of several lines: only the longest, the bands running through all, or all bands on each.',
    choices: [
      { value: 'longest', label: 'The longest' },
      { value: 'all', label: 'Through all' },
      { value: 'each', label: 'All on each' },
    ],
  },
  ...centerFields,
  { kind: 'number', key: 'scale', label: 'Scale', min: 0.001, max: 1000, step: 5, unit: '%', shownPer: 100 },
  turnField,
];

const lengthOf = ({ pieces }: Outline) => pieces.reduce((sum, piece) => sum + piece.length, 0);

/** What is read of path data: its lines with their middle at 0, 0, and the size of their box. */
interface ReadData {
  path: Path | undefined;
  width: number;
  height: number;
}

/** Data read so far: it is long, and stays the same while a path is moved about. */
const read = new Map<string, ReadData>();
const mostRead = 40;

function readData(data: string, lines: DataPath['lines']): ReadData {
  const key = `${lines} ${data}`;
  let known = read.get(key);
  if (!known) {
    if (read.size >= mostRead) read.clear();
    read.set(key, (known = makeLines(data, lines)));
  }
  return known;
}

function makeLines(data: string, lines: DataPath['lines']): ReadData {
  const nothing = { path: undefined, width: 0, height: 0 };
  let commands: PathCommand[];
  try {
    commands = parsePathData(data);
  } catch {
    return nothing;
  }
  const all = outlines(commands).filter((outline) => lengthOf(outline) > 1e-9);
  if (all.length === 0) return nothing;
  const longest = all.reduce((best, one) => (lengthOf(one) > lengthOf(best) ? one : best));
  const wanted = lines === 'longest' ? [longest] : all;
  const box = boxOf(wanted.flatMap(({ pieces }) => pieces));
  const [middleX, middleY] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const joined = joinParts(withHoles(wanted.map(({ pieces, closed }) => joinPieces(pieces, closed))));
  const path = mapPath(joined, 1, (point) => ({ ...point, x: point.x - middleX, y: point.y - middleY }));
  return { path, width: box.right - box.left, height: box.bottom - box.top };
}

/** Width and height of the lines of path data, before they are scaled and turned. */
export function dataSize({ data, lines }: Pick<DataPath, 'data' | 'lines'>): {
  width: number;
  height: number;
} {
  const { width, height } = readData(data, lines);
  return { width, height };
}

/** The lines of path data, their middle on the centre. Data that cannot be read is a point there. */
export function buildDataPath({ data, lines, centerX, centerY, scale, turn }: DataPath): Path {
  const { path } = readData(data, lines);
  if (!path) return joinPieces([{ length: 0, at: () => ({ x: centerX, y: centerY, dx: 1, dy: 0 }) }], false);
  return mapPath(path, scale, ({ x, y, normalX, normalY }) => {
    const [placedX, placedY] = turned(scale * x, scale * y, turn, centerX, centerY);
    const [turnedX, turnedY] = turned(normalX, normalY, turn, 0, 0);
    return { x: placedX, y: placedY, normalX: turnedX, normalY: turnedY };
  });
}

function boxOf(pieces: readonly Piece[]) {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const piece of pieces) {
    for (let i = 0; i <= 12; i++) {
      const { x, y } = piece.at((i / 12) * piece.length);
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.top = Math.min(box.top, y);
      box.bottom = Math.max(box.bottom, y);
    }
  }
  return box;
}

/** The holes of a letter: outside of a line that lies within another is the other way. */
function withHoles(parts: Path[]): Path[] {
  if (parts.length === 1) return parts;
  const polygons = parts.map((part) => Array.from({ length: 64 }, (_, i) => part.at((i / 64) * part.length)));
  return parts.map((part, i) => {
    if (!part.closed) return part;
    const { x, y } = part.at(0);
    const around = parts.filter((other, j) => j !== i && other.closed && contains(polygons[j]!, x, y));
    if (around.length % 2 === 0) return part;
    return {
      ...part,
      at(s) {
        const place = part.at(s);
        return { ...place, normalX: -place.normalX, normalY: -place.normalY };
      },
    };
  });
}

/** Whether a place lies in a polygon: a ray to the right meets its sides an odd number of times. */
function contains(polygon: readonly { x: number; y: number }[], x: number, y: number): boolean {
  let inside = false;
  polygon.forEach((a, i) => {
    const b = polygon[(i + 1) % polygon.length]!;
    if (a.y > y !== b.y > y && x < a.x + ((y - a.y) / (b.y - a.y)) * (b.x - a.x)) inside = !inside;
  });
  return inside;
}
