import { polygonContains } from 'd3-polygon';
import { choicesOf } from '../../contract';
import { joinParts, mapPath, type Path } from './path';
import { joinPieces, type Piece } from './pieces';
import { parsePathData, type PathCommand } from './svgData';
import { outlines, type Outline } from './svgOutlines';

/** A path given as SVG path data. */
export interface DataPath {
  data: string;
  /** Which of its lines are used: the longest, all as one, or all with every band on each. */
  lines: 'longest' | 'all' | 'each';
}

/** Characters of path data that are kept. */
export const maxData = 400_000;

/** Fields of everything that is made of path data. @param lines which lines are used at first */
export const dataFields = <Lines extends DataPath['lines']>(lines: Lines) =>
  [
    {
      kind: 'choice',
      key: 'lines',
      label: 'Lines',
      help: 'Of several lines: only the longest, the bands running through all, or all bands on each.',
      choices: choicesOf({ longest: 'Longest', all: 'Through all', each: 'All bands on each' }),
      default: lines,
    },
  ] as const;

/** What holds of all of them. */
export const dataTraits = {
  closed: ({ lines }: Pick<DataPath, 'lines'>) => lines === 'longest',
  allOnEach: ({ lines }: Pick<DataPath, 'lines'>) => lines === 'each',
};

const lengthOf = ({ pieces }: Outline) => pieces.reduce((sum, piece) => sum + piece.length, 0);

/** The lines of path data, their middle on 0, 0. Data that cannot be read is a point there. */
export function buildDataPath({ data, lines }: DataPath): Path {
  const all = readOutlines(data).filter((outline) => lengthOf(outline) > 1e-9);
  if (all.length === 0) return joinPieces([{ length: 0, at: () => ({ x: 0, y: 0, dx: 1, dy: 0 }) }], false);
  const longest = all.reduce((best, one) => (lengthOf(one) > lengthOf(best) ? one : best));
  const wanted = lines === 'longest' ? [longest] : all;
  const box = boxOf(wanted.flatMap(({ pieces }) => pieces));
  const [middleX, middleY] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2];
  const joined = joinParts(withHoles(wanted.map(({ pieces, closed }) => joinPieces(pieces, closed))));
  return mapPath(joined, 1, (point) => ({ ...point, x: point.x - middleX, y: point.y - middleY }));
}

function readOutlines(data: string): Outline[] {
  let commands: PathCommand[];
  try {
    commands = parsePathData(data);
  } catch {
    // The card says what is wrong with it.
    return [];
  }
  return outlines(commands);
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
  const polygons = parts.map((part) =>
    Array.from({ length: 64 }, (_, i): [number, number] => {
      const { x, y } = part.at((i / 64) * part.length);
      return [x, y];
    }),
  );
  return parts.map((part, i) => {
    if (!part.closed) return part;
    const { x, y } = part.at(0);
    const around = parts.filter(
      (other, j) => j !== i && other.closed && polygonContains(polygons[j]!, [x, y]),
    );
    if (around.length % 2 === 0) return part;
    return {
      ...part,
      at(s) {
        const position = part.at(s);
        return { ...position, normalX: -position.normalX, normalY: -position.normalY };
      },
    };
  });
}
