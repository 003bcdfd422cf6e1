import type { Path } from './path';
import { joinPieces } from './pieces';
import { centerFields, pathShape, turned, turnField } from './shape';
import { outlines, parsePathData } from './svgData';

interface SvgPath {
  data: string;
  centerX: number;
  centerY: number;
  scale: number;
  turn: number;
}

/** Paths made so far, by their settings: data is long, and asked for on every frame. */
const made = new Map<string, Path>();
const mostMade = 60;

/** The longest of the subpaths, its middle on the centre. Data that cannot be read is a point there. */
function build(settings: SvgPath): Path {
  const { data, centerX, centerY, scale, turn } = settings;
  const key = JSON.stringify([data, centerX, centerY, scale, turn]);
  const known = made.get(key);
  if (known) return known;
  const path = read(data, centerX, centerY, scale, turn);
  if (made.size >= mostMade) made.clear();
  made.set(key, path);
  return path;
}

function read(data: string, centerX: number, centerY: number, scale: number, turn: number): Path {
  const point = () =>
    joinPieces([{ length: 0, at: () => ({ x: centerX, y: centerY, dx: 1, dy: 0 }) }], false);
  let commands;
  try {
    commands = parsePathData(data);
  } catch {
    return point();
  }
  const length = (pieces: { length: number }[]) => pieces.reduce((sum, piece) => sum + piece.length, 0);
  const plain = outlines(commands);
  if (plain.length === 0) return point();
  const longest = plain.reduce(
    (best, one, i) => (length(one.pieces) > length(plain[best]!.pieces) ? i : best),
    0,
  );
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const piece of plain[longest]!.pieces) {
    for (let i = 0; i <= 12; i++) {
      const { x, y } = piece.at((i / 12) * piece.length);
      box.left = Math.min(box.left, x);
      box.right = Math.max(box.right, x);
      box.top = Math.min(box.top, y);
      box.bottom = Math.max(box.bottom, y);
    }
  }
  const middleX = (box.left + box.right) / 2;
  const middleY = (box.top + box.bottom) / 2;
  const place = (x: number, y: number) =>
    turned(scale * (x - middleX), scale * (y - middleY), turn, centerX, centerY);
  const { pieces, closed } = outlines(commands, place)[longest]!;
  return joinPieces(pieces, closed);
}

/** A harbour's skyline: what a new path of this kind shows. */
const sampleData =
  'M0 60 C40 40 60 80 100 60 L130 60 L140 20 L150 60 C190 60 200 10 240 10 S300 60 340 60 Q380 20 420 60 T500 60';

export const svgPath = pathShape<'svg', SvgPath>(
  'svg',
  'SVG path data',
  [
    {
      kind: 'text',
      key: 'data',
      label: 'Data',
      help: 'What stands in the d attribute of an SVG path. The longest of its parts is used.',
      maxLength: 200_000,
    },
    ...centerFields,
    {
      kind: 'number',
      key: 'scale',
      label: 'Scale',
      min: 0.001,
      max: 1000,
      step: 5,
      unit: '%',
      shownPer: 100,
    },
    turnField,
  ],
  (width, height) => ({
    data: sampleData,
    centerX: width / 2,
    centerY: Math.round(height * 0.6),
    scale: Number((width / 620).toFixed(2)),
    turn: 0,
  }),
  build,
);
