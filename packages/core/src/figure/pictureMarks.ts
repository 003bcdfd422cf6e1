import type { Operation } from '../picture/displayList';
import { parsePathData } from '../path/svgData';
import { outlines } from '../path/svgOutlines';
import type { Field } from '../property/field';
import { sizeFields } from './dots';
import { figureKind } from './kind';
import type { MarkScene } from './scene';
import {
  extentAt,
  leastField,
  onSide,
  reachFields,
  sidesOf,
  softField,
  standingMarks,
  standFields,
  standStandard,
  type Reach,
  type Stand,
} from './standing';

export interface PictureMarks extends Stand, Reach {
  least: number;
  soft: number;
  source: 'shape' | 'picture';
  /** SVG path data. */
  shape: string;
  picture: string;
  sizeRest: number;
  sizeReach: number;
  /** Whether marks turn with the path, and by how many degrees more. */
  upright: boolean;
  turn: number;
}

/** Outlines of shapes by their path data, fitted into a square of side 1 around 0, 0. */
const shapes = new Map<string, number[][]>();

function shapeOf(data: string): number[][] {
  const known = shapes.get(data);
  if (known) return known;
  let lines: number[][] = [];
  try {
    lines = outlines(parsePathData(data)).map(({ pieces }) =>
      pieces.flatMap((piece) => {
        // A straight piece would need two points only; a curve looks smooth with a dozen.
        const parts = 12;
        return Array.from({ length: parts }, (_, i) => piece.at((i / parts) * piece.length)).flatMap(
          ({ x, y }) => [x, y],
        );
      }),
    );
  } catch {
    // Data that cannot be read draws nothing; the card says what is wrong with it.
  }
  const all = lines.flat();
  const range = (from: 0 | 1) => {
    const values = all.filter((_, i) => i % 2 === from);
    return [Math.min(...values), Math.max(...values)] as const;
  };
  if (all.length > 0) {
    const [[left, right], [top, bottom]] = [range(0), range(1)];
    const size = Math.max(right - left, bottom - top) || 1;
    lines = lines.map((line) =>
      line.map((value, i) => (value - (i % 2 === 0 ? (left + right) / 2 : (top + bottom) / 2)) / size),
    );
  }
  if (shapes.size > 50) shapes.clear();
  shapes.set(data, lines);
  return lines;
}

/** A picture or a shape for each band: as far from the path as its level says, and as large. */
export function pictureMarks(figure: PictureMarks, scene: MarkScene): Operation[] {
  const { ways, share } = sidesOf(figure.side);
  const places: number[] = [];
  const filled = new Map<string, Float32Array[]>();
  const shape = figure.source === 'shape' ? shapeOf(figure.shape) : [];
  for (const standing of standingMarks(scene, figure)) {
    for (const way of ways) {
      const mark = onSide(standing, way);
      const size = figure.sizeRest + (figure.sizeReach - figure.sizeRest) * mark.level;
      if (mark.level < figure.least || size <= 0) continue;
      const distance = way * share * extentAt(figure, mark.level);
      const [x, y] = [mark.x + mark.normalX * distance, mark.y + mark.normalY * distance];
      // Upright on the path: up is along the normal.
      const facing = figure.upright ? 0 : Math.atan2(mark.normalX * way, -mark.normalY * way);
      const angle = facing + (figure.turn * Math.PI) / 180;
      const color = scene.ink.of(mark);
      if (figure.source === 'picture') {
        const alpha = color.length === 9 ? parseInt(color.slice(7), 16) / 255 : 1;
        places.push(x, y, size, size, angle, alpha);
        continue;
      }
      const [cos, sin] = [size * Math.cos(angle), size * Math.sin(angle)];
      const own = shape.map((line) => {
        const out = new Float32Array(line.length);
        for (let i = 0; i < line.length; i += 2) {
          out[i] = x + cos * line[i]! - sin * line[i + 1]!;
          out[i + 1] = y + sin * line[i]! + cos * line[i + 1]!;
        }
        return out;
      });
      const batch = filled.get(color);
      if (batch) batch.push(...own);
      else filled.set(color, own);
    }
  }
  if (figure.source === 'picture') {
    if (figure.picture === '' || places.length === 0) return [];
    return [{ op: 'images', picture: figure.picture, places: Float32Array.from(places) }];
  }
  return [...filled].map(([color, all]) => ({ op: 'fill', color, soft: figure.soft, outlines: all }));
}

/** A small boat: hull and sail. */
const boat = 'M10 62H90L76 80H24ZM46 54V12L18 54ZM52 54V20L80 54Z';

/** Characters of path data that a shape may have: it is drawn once for each band. */
export const mostShapeData = 20_000;

const markFields: readonly Field[] = [
  ...standFields,
  leastField,
  {
    kind: 'choice',
    key: 'source',
    label: 'Mark',
    choices: [
      { value: 'shape', label: 'A shape' },
      { value: 'picture', label: 'A picture' },
    ],
  },
  {
    ...{ kind: 'text', key: 'shape', label: 'Shape', maxLength: mostShapeData },
    help: 'SVG path data of the shape.',
    shownWhen: { key: 'source', is: ['shape'] },
  },
  { kind: 'picture', key: 'picture', label: 'Picture', shownWhen: { key: 'source', is: ['picture'] } },
  { kind: 'switch', key: 'upright', label: 'Upright', help: 'Marks do not turn with the path.' },
  { kind: 'number', key: 'turn', label: 'Turned by', min: -360, max: 360, step: 5, unit: '°' },
];

export const pictures = figureKind<'pictures', PictureMarks>(
  'pictures',
  { label: 'Shapes or pictures', about: 'A shape or a picture for each band' },
  markFields,
  [...reachFields, ...sizeFields, { ...softField, shownWhen: { key: 'source', is: ['shape'] } }],
  (_width, height) => ({
    ...standStandard,
    ...{ least: 0, soft: 0, rest: 0, source: 'shape', shape: boat, picture: '', upright: false, turn: 0 },
    reach: Math.round(height * 0.1),
    sizeRest: Math.round(height * 0.012),
    sizeReach: Math.round(height * 0.045),
  }),
  pictureMarks,
);
