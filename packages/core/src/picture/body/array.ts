import { atan2, choicesOf, cos, fieldGroups, ofHeight, pow, seeded, sin, spaceNoise } from '../../contract';
import { boxOf } from '../../pixels';
import { outlinesOf } from '../path/outlines';
import { usualTypeface } from '../typeface/typeface';
import { bandFields, levelAt, levelsOf, responseCurve } from './bands';
import { evenStops } from '../palette/palette';
import { driftField, seedField } from './noiseFields';
import { bodyKind, type BodyContext } from './bodyKind';
import { addMark, ShapeBuilder } from './shapes';
import { areasOf, extrude } from './extrusion';
import { textAreas } from './textAreas';

const size = { kind: 'number', min: 0.1, max: 100000, step: 5, unit: 'px' } as const;
const count = { kind: 'number', min: 1, max: 512, step: 1, unit: '', whole: true, driven: false } as const;
const share = { kind: 'number', min: 0, max: 1, step: 5, unit: '%', shownPer: 100 } as const;
const inGrid = { key: 'layout', is: ['grid'] } as const;
const inText = { key: 'layout', is: ['text'] } as const;
const inImage = { key: 'layout', is: ['image'] } as const;
const inNoise = { key: 'by', is: ['noise'] } as const;

/** Marks that an array may have: more than this take seconds. */
export const maxMarks = 20_000;

const groups = fieldGroups([
  {
    heading: 'Array',
    slot: 'markLimit',
    fields: [
      ...bandFields,
      {
        kind: 'choice',
        key: 'layout',
        label: 'Layout',
        choices: choicesOf({
          grid: 'Rows and columns',
          spiral: 'Sunflower',
          ring: 'Circles',
          path: 'Along a path',
          text: 'In a text',
          image: 'In an image',
        }),
        default: 'grid',
        driven: false,
      },
      { ...count, key: 'columns', label: 'Columns', default: 24, shownWhen: inGrid },
      { ...count, key: 'rows', label: 'Rows', default: 14, shownWhen: inGrid },
      {
        ...count,
        key: 'count',
        label: 'Marks',
        max: 5000,
        default: 64,
        shownWhen: { key: 'layout', is: ['ring', 'spiral', 'path'] },
      },
      { ...count, key: 'rings', label: 'Rings', default: 1, shownWhen: { key: 'layout', is: ['ring'] } },
      {
        ...size,
        key: 'spacing',
        label: 'Spacing',
        default: ofHeight(0.055),
        shownWhen: { key: 'layout', is: ['grid', 'ring', 'text', 'image'] },
      },
      {
        ...size,
        key: 'radius',
        label: 'Radius',
        help: 'Of the outermost mark; of several rings, of the innermost.',
        default: ofHeight(0.36),
        shownWhen: { key: 'layout', is: ['ring', 'spiral'] },
      },
      {
        kind: 'reference',
        key: 'path',
        label: 'Path',
        help: 'Seen from above.',
        to: 'paths',
        nullable: true,
        driven: false,
        shownWhen: { key: 'layout', is: ['path'] },
      },
      {
        kind: 'text',
        key: 'text',
        label: 'Text',
        maxLength: 60,
        line: true,
        default: 'DOCK',
        shownWhen: inText,
      },
      { kind: 'font', key: 'font', label: 'Typeface', default: usualTypeface, shownWhen: inText },
      {
        kind: 'reference',
        key: 'image',
        label: 'Image',
        help: 'Marks stand where it is not transparent.',
        to: 'images',
        nullable: true,
        shownWhen: inImage,
      },
      { ...size, key: 'imageSize', label: 'Image height', default: ofHeight(0.6), shownWhen: inImage },
      { ...size, key: 'textSize', label: 'Text size', default: ofHeight(0.4), shownWhen: inText },
    ],
  },
  {
    heading: 'Marks',
    fields: [
      {
        kind: 'choice',
        key: 'form',
        label: 'Form',
        choices: choicesOf({
          box: 'Bars',
          rod: 'Rods',
          spike: 'Spikes',
          ball: 'Dots',
          tile: 'Tiles',
          shape: 'A shape',
        }),
        default: 'box',
      },
      {
        kind: 'reference',
        key: 'outline',
        label: 'Shape',
        help: 'A closed path, of which each mark is an extrusion.',
        to: 'paths',
        nullable: true,
        driven: false,
        shownWhen: { key: 'form', is: ['shape'] },
      },
      {
        kind: 'choice',
        key: 'by',
        label: 'Band by',
        choices: choicesOf({
          column: 'Column',
          row: 'Row',
          distance: 'Distance from the centre',
          angle: 'Angle',
          order: 'Order',
          random: 'At random',
          noise: 'Moving noise',
        }),
        default: 'distance',
        driven: false,
      },
      { ...seedField, shownWhen: { key: 'by', is: ['random', 'noise'] } },
      { ...driftField, shownWhen: inNoise },
      { ...size, key: 'grain', label: 'Feature size', default: ofHeight(0.4), shownWhen: inNoise },
      {
        kind: 'choice',
        key: 'grows',
        label: 'Anchor',
        choices: choicesOf({ base: 'Base', middle: 'Centre', top: 'Tip' }),
        default: 'base',
      },
      { ...size, key: 'width', label: 'Width', default: ofHeight(0.04) },
      { ...share, key: 'bevel', label: 'Bevel', default: 0.15, shownWhen: { key: 'form', is: ['box'] } },
    ],
  },
  {
    heading: 'Height',
    fields: [
      { ...size, key: 'rest', label: 'Rest', min: 0, default: ofHeight(0.01) },
      { ...size, key: 'reach', label: 'Reach', min: 0, default: ofHeight(0.3) },
      {
        ...share,
        key: 'levelFrom',
        label: 'Level from',
        help: 'Up to this level a mark is at rest.',
        default: 0,
      },
      {
        ...share,
        key: 'levelTo',
        label: 'Level to',
        help: 'From this level on it has its full height.',
        default: 1,
      },
      responseCurve,
    ],
  },
]);
type Settings = Parameters<Parameters<typeof bodyKind<'array', typeof groups>>[0]['shapes']>[0];

/** A place of a mark, and where it is among all: shares of columns and rows. */
interface Spot {
  x: number;
  z: number;
  column: number;
  row: number;
}

function spotsOf(body: Settings, context: BodyContext): Spot[] {
  const { layout, spacing, radius } = body;
  if (layout === 'grid') {
    const { columns, rows } = body;
    return Array.from({ length: Math.min(columns * rows, maxMarks) }, (_, i) => {
      const [column, row] = [i % columns, Math.floor(i / columns)];
      return {
        x: (column - (columns - 1) / 2) * spacing,
        z: (row - (rows - 1) / 2) * spacing,
        column: columns > 1 ? column / (columns - 1) : 0,
        row: rows > 1 ? row / (rows - 1) : 0,
      };
    });
  }
  if (layout === 'ring') {
    return Array.from({ length: Math.min(body.rings * body.count, maxMarks) }, (_, i) => {
      const [ring, position] = [Math.floor(i / body.count), i % body.count];
      const angle = (2 * Math.PI * position) / body.count;
      const r = radius + ring * spacing;
      return {
        x: r * sin(angle),
        z: r * cos(angle),
        column: position / body.count,
        row: body.rings > 1 ? ring / (body.rings - 1) : 0,
      };
    });
  }
  if (layout === 'spiral') {
    // Each the golden angle further, the area of each the same (H. Vogel, Mathematical Biosciences 44, 1979).
    const golden = Math.PI * (3 - Math.sqrt(5));
    return Array.from({ length: body.count }, (_, i) => {
      const r = radius * Math.sqrt((i + 0.5) / (body.count - 0.5));
      return {
        x: r * sin(golden * i),
        z: r * cos(golden * i),
        column: i / body.count,
        row: Math.sqrt(i / body.count),
      };
    });
  }
  if (layout === 'path') {
    const found = context.film.paths.find(({ id }) => id === body.path);
    const path = found && context.moment.cache.paths.get(found);
    if (!path) return [];
    return Array.from({ length: body.count }, (_, i) => {
      const point = path.at(((i + 0.5) / body.count) * path.length);
      return {
        x: point.x - context.film.width / 2,
        z: point.y - context.film.height / 2,
        column: i / body.count,
        row: 0,
      };
    });
  }
  return layout === 'image' ? spotsInImage(body, context) : spotsInText(body, context);
}

/** Places in equal distances where an image is not transparent; it lies on the ground. */
function spotsInImage({ image, imageSize, spacing }: Settings, { moment }: BodyContext): Spot[] {
  const small = image === null ? undefined : moment.assets.images.get(image)?.small;
  if (!small) return [];
  const { width, height, rgba } = small;
  const [wide, high] = [(imageSize * width) / height, imageSize];
  const out: Spot[] = [];
  for (let z = spacing / 2; z < high; z += spacing) {
    for (let x = spacing / 2; x < wide; x += spacing) {
      const [column, row] = [x / wide, z / high];
      const at = Math.floor(row * height) * width + Math.floor(column * width);
      if (rgba[4 * at + 3]! < 128) continue;
      out.push({ x: x - wide / 2, z: z - high / 2, column, row });
      if (out.length >= maxMarks) return out;
    }
  }
  return out;
}

/** Places in equal distances within the letters of a text, which lies on the ground. */
function spotsInText({ text, font, textSize, spacing }: Settings, { moment }: BodyContext): Spot[] {
  const areas = textAreas(moment.assets.typefaces.get(font), text, textSize);
  const [left, top, right, bottom] = areas.box;
  const out: Spot[] = [];
  for (let z = top + spacing / 2; z < bottom; z += spacing) {
    for (let x = left + spacing / 2; x < right; x += spacing) {
      if (!areas.holds(x, z)) continue;
      out.push({ x, z, column: (x - left) / (right - left), row: (z - top) / (bottom - top) });
      if (out.length >= maxMarks) return out;
    }
  }
  return out;
}

/** Areas of the path that marks have the shape of, around 0, 0 and as wide as a mark. */
function shapeAreas({ outline, width }: Settings, { film, moment }: BodyContext): Float32Array[][] {
  const found = film.paths.find(({ id }) => id === outline);
  const path = found && moment.cache.paths.get(found);
  if (!path) return [];
  const lines = outlinesOf(path);
  const [left, top, wide, high] = boxOf(lines);
  const scale = width / Math.max(wide, high, 1e-6);
  const [x, y] = [left + wide / 2, top + high / 2];
  return areasOf(lines.map((line) => line.map((value, i) => (value - (i % 2 === 0 ? x : y)) * scale)));
}

/** Which share of the bands each place shows. */
function bandShares(body: Settings, spots: readonly Spot[]): number[] {
  const { by, seed, grain, drift } = body;
  const farthest = Math.max(1e-9, ...spots.map(({ x, z }) => Math.sqrt(x * x + z * z)));
  return spots.map(({ x, z, column, row }, i) => {
    switch (by) {
      case 'column':
        return column;
      case 'row':
        return row;
      case 'distance':
        return Math.sqrt(x * x + z * z) / farthest;
      case 'angle':
        return (atan2(x, z) / Math.PI + 1) / 2;
      case 'order':
        return spots.length > 1 ? i / (spots.length - 1) : 0;
      case 'random':
        return seeded(seed, i);
      case 'noise':
        return Math.min(Math.max(0.5 + spaceNoise(seed, x / grain, drift / grain, z / grain), 0), 1);
    }
  });
}

/** Marks in a grid, a ring, a spiral, along a path or within a text, each following a band. */
export const array = bodyKind({
  kind: 'array',
  label: 'Array',
  about: 'Bars, rods, dots or tiles in a grid, rings or a spiral, each following a band.',
  groups,
  shapes(body, context) {
    const levels = levelsOf(body, context, context.moment.t);
    const spots = spotsOf(body, context);
    const shares = bandShares(body, spots);
    const areas = body.form === 'shape' ? shapeAreas(body, context) : [];
    const shape = new ShapeBuilder();
    const span = Math.max(body.levelTo - body.levelFrom, 1e-6);
    spots.forEach(({ x, z, row }, i) => {
      const level = levelAt(levels, shares[i]!);
      const height = pow(Math.min(Math.max((level - body.levelFrom) / span, 0), 1), body.curve);
      const length = body.rest + (body.reach - body.rest) * height;
      const y = body.grows === 'base' ? 0 : body.grows === 'middle' ? -length / 2 : -length;
      const mark = {
        foot: [x, y, z],
        up: [0, 1, 0],
        length,
        width: body.width,
        level,
        band: shares[i]!,
        height,
        depth: 1 - row,
      } as const;
      if (body.form !== 'shape') return addMark(shape, body.form, mark, body.bevel);
      const own = { level, band: shares[i]!, height, depth: 1 - row };
      const place = (a: number, b: number, up: number): [number, number, number] => [x + a, y + up, z + b];
      for (const rings of areas) extrude(shape, rings, { depth: length, bevel: 0, place, shares: own });
    });
    const faceted = body.form !== 'ball' && body.form !== 'rod';
    return [{ ...shape.build(), closed: body.form !== 'tile', faceted }];
  },
  offers: [
    {
      name: 'Grid of bars',
      about: 'Bars in rows and columns',
      camera: { orbit: 35, tilt: 32 },
      cameraHeights: { targetY: 0.06 },
      material: { stops: evenStops('#3b2a6b', '#c2506e', '#ffc65c') },
    },
  ],
});
