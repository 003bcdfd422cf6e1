import type { ChoiceField, NumberField, TextField } from '../property/field';
import { joinParts, type Path } from './path';
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

/** The lines of path data, their middle on the centre. Data that cannot be read is a point there. */
export function buildDataPath({ data, lines, centerX, centerY, scale, turn }: DataPath): Path {
  const point = () =>
    joinPieces([{ length: 0, at: () => ({ x: centerX, y: centerY, dx: 1, dy: 0 }) }], false);
  let commands: PathCommand[];
  try {
    commands = parsePathData(data);
  } catch {
    return point();
  }
  const plain = outlines(commands);
  const used = plain.flatMap((outline, i) => (lengthOf(outline) > 1e-9 ? [i] : []));
  if (used.length === 0) return point();
  const longest = used.reduce((best, i) => (lengthOf(plain[i]!) > lengthOf(plain[best]!) ? i : best));
  const wanted = lines === 'longest' ? [longest] : used;
  const box = boxOf(wanted.flatMap((i) => plain[i]!.pieces));
  const [middleX, middleY] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const place = (x: number, y: number) =>
    turned(scale * (x - middleX), scale * (y - middleY), turn, centerX, centerY);
  const placed = outlines(commands, place);
  return joinParts(withHoles(wanted.map((i) => joinPieces(placed[i]!.pieces, placed[i]!.closed))));
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
