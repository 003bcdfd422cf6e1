import { choicesOf, exact, fieldGroups, type LastUsed, type ValueOfGroups } from '../../contract';
import type { Outlines } from '../path/outlines';
import { coolColors } from './figureOffer';
import { parsePathData } from '../path/svgData';
import { outlines } from '../path/svgOutlines';
import type { Operation } from '../display/displayList';
import { sizeFields } from './dots';
import { figureKind } from './figureKind';
import type { MarkScene } from './scene';
import {
  extentAt,
  minField,
  onSide,
  reachField,
  restField,
  sidesOf,
  softField,
  standFields,
  standingMarks,
} from './standing';

/** A small boat: hull and sail. */
const boat = 'M10 62H90L76 80H24ZM46 54V12L18 54ZM52 54V20L80 54Z';

/** Characters of path data that a shape may have: it is drawn once for each band. */
export const maxShapeData = 20_000;

const ofShape = { key: 'source', is: ['shape'] } as const;

const groups = fieldGroups([
  {
    heading: 'Marks',
    slot: 'markShape',
    fields: [
      ...standFields,
      minField,
      {
        kind: 'choice',
        key: 'source',
        label: 'Mark',
        choices: choicesOf({ shape: 'Shape', image: 'Image' }),
        default: 'shape',
      },
      {
        kind: 'text',
        key: 'shape',
        label: 'Shape',
        help: 'SVG path data of the shape.',
        maxLength: maxShapeData,
        default: boat,
        shownWhen: ofShape,
      },
      {
        kind: 'reference',
        key: 'image',
        label: 'Image',
        to: 'images',
        nullable: true,
        shownWhen: { key: 'source', is: ['image'] },
      },
      {
        kind: 'switch',
        key: 'upright',
        label: 'Keep upright',
        help: 'Marks do not rotate with the path.',
        default: false,
      },
      {
        kind: 'number',
        key: 'rotation',
        label: 'Rotation',
        min: -360,
        max: 360,
        step: 5,
        unit: '°',
        default: 0,
      },
    ],
  },
  {
    heading: 'Size',
    fields: [
      reachField(0.1),
      restField(0),
      ...sizeFields(0.045, 0.012),
      { ...softField, shownWhen: ofShape },
    ],
  },
]);

export type ImageMarks = ValueOfGroups<typeof groups>;

function shapeOf(data: string, known: LastUsed<Outlines>): Outlines {
  let made = known.get(data);
  if (!made) known.set(data, (made = makeOutlines(data)));
  return made;
}

function makeOutlines(data: string): Outlines {
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
  return lines;
}

/** An image or a shape for each band: as far from the path as its level says, and as large. */
export function imageMarks(figure: ImageMarks, scene: MarkScene): Operation[] {
  const { ways, share } = sidesOf(figure.side);
  const positions: number[] = [];
  const filled = new Map<string, Float32Array[]>();
  const shape = figure.source === 'shape' ? shapeOf(figure.shape, scene.cache.outlines) : [];
  for (const standing of standingMarks(scene, figure)) {
    for (const way of ways) {
      const mark = onSide(standing, way);
      const size = figure.sizeRest + (figure.sizeReach - figure.sizeRest) * mark.level;
      if (mark.level < figure.least || size <= 0) continue;
      const distance = way * share * extentAt(figure, mark.level);
      const [x, y] = [mark.x + mark.normalX * distance, mark.y + mark.normalY * distance];
      // Upright on the path: up is along the normal.
      const facing = figure.upright ? 0 : exact.atan2(mark.normalX * way, -mark.normalY * way);
      const angle = facing + (figure.rotation * Math.PI) / 180;
      const color = scene.ink.of(mark);
      if (figure.source === 'image') {
        const alpha = color.length === 9 ? parseInt(color.slice(7), 16) / 255 : 1;
        positions.push(x, y, size, size, angle, alpha);
        continue;
      }
      const [cos, sin] = [size * exact.cos(angle), size * exact.sin(angle)];
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
  if (figure.source === 'image') {
    if (figure.image === null || positions.length === 0) return [];
    return [{ op: 'images', image: figure.image, positions: Float32Array.from(positions) }];
  }
  return [...filled].map(([color, all]) => ({ op: 'fill', color, soft: figure.soft, outlines: all }));
}

export const images = figureKind({
  kind: 'images',
  label: 'Shapes or images',
  about: 'A shape or an image for each band',
  fields: groups,
  marks: imageMarks,
  offers: [
    {
      name: 'Boats',
      path: 'wave',
      figure: { order: 'up', bandTo: 24, upright: true },
      heights: { reach: 0.12, sizeReach: 0.06 },
      color: coolColors,
    },
  ],
});
