import { polygonArea, polygonContains } from 'd3-polygon';
import earcut from 'earcut';
import { choicesOf, fieldGroups, ofHeight, pow } from '../../contract';
import { outlinesOf } from '../path/outlines';
import type { BodyShape } from '../scene/dress';
import { usualTypeface } from '../typeface/typeface';
import { bandFields, levelAt, levelsOf, responseCurve } from './bands';
import { evenStops } from '../palette/palette';
import { bodyKind, type BodyContext } from './bodyKind';
import { ShapeBuilder } from './shapes';
import { textAreas } from './textAreas';

const size = { kind: 'number', min: 0, max: 100000, step: 5, unit: 'px' } as const;
const ofText = { key: 'source', is: ['text'] } as const;

const groups = fieldGroups([
  {
    heading: 'Extrusion',
    fields: [
      {
        kind: 'choice',
        key: 'source',
        label: 'Source',
        choices: choicesOf({ text: 'Text', path: 'Path' }),
        default: 'text',
        driven: false,
      },
      { kind: 'text', key: 'text', label: 'Text', maxLength: 200, default: 'HARBOUR', shownWhen: ofText },
      { kind: 'font', key: 'font', label: 'Typeface', default: usualTypeface, shownWhen: ofText },
      { ...size, key: 'textSize', label: 'Size', min: 1, default: ofHeight(0.2), shownWhen: ofText },
      {
        kind: 'reference',
        key: 'path',
        label: 'Path',
        help: 'A closed one: what lies within it is extruded.',
        to: 'paths',
        nullable: true,
        driven: false,
        shownWhen: { key: 'source', is: ['path'] },
      },
      { ...size, key: 'depth', label: 'Depth', min: 0.1, default: ofHeight(0.05) },
      { ...size, key: 'bevel', label: 'Bevel', default: ofHeight(0.004) },
      {
        kind: 'choice',
        key: 'stands',
        label: 'Orientation',
        choices: choicesOf({ upright: 'Upright', lying: 'Lying on the ground' }),
        default: 'upright',
      },
    ],
  },
  {
    heading: 'Motion',
    fields: [
      ...bandFields,
      {
        ...size,
        key: 'rise',
        label: 'Rise',
        help: 'How far a letter rises at the full level of its band.',
        min: -100000,
        default: 0,
      },
      {
        ...size,
        key: 'growth',
        label: 'Growth of depth',
        help: 'How much deeper a letter is at the full level of its band.',
        min: 0,
        default: ofHeight(0.08),
      },
      {
        kind: 'number',
        key: 'letterRise',
        label: 'Baseline shift',
        help: 'Of each letter: drive it, and spread the cord over letters.',
        min: -100000,
        max: 100000,
        step: 5,
        unit: 'px',
        default: 0,
      },
      responseCurve,
    ],
  },
]);
type Settings = Parameters<Parameters<typeof bodyKind<'extrusion', typeof groups>>[0]['shapes']>[0];

const pointsOf = (line: Float32Array) =>
  Array.from({ length: line.length / 2 }, (_, i): [number, number] => [line[2 * i]!, line[2 * i + 1]!]);

/** Area of an outline: positive where it goes clockwise, with y down. */
const areaOf = (line: Float32Array) => -polygonArea(pointsOf(line));

/** Outlines as areas: each with the holes in it. Which are holes, their direction says: that of the largest is that of areas. */
export function areasOf(outlines: readonly Float32Array[]): Float32Array[][] {
  const sized = outlines
    .map((line) => ({ line: withoutRepeats(line), area: 0 }))
    .filter(({ line }) => line.length >= 6);
  for (const one of sized) one.area = areaOf(one.line);
  const largest = sized.reduce((max, one) => (Math.abs(one.area) > Math.abs(max) ? one.area : max), 0);
  const areas = sized
    .filter(({ area }) => area * largest > 0)
    .map(({ line, area }) => ({ rings: [line], area: Math.abs(area) }));
  for (const { line } of sized.filter(({ area }) => area * largest < 0)) {
    const around = areas
      .filter(({ rings }) => polygonContains(pointsOf(rings[0]!), [line[0]!, line[1]!]))
      .sort((a, b) => a.area - b.area)[0];
    around?.rings.push(line);
  }
  return areas.map(({ rings }) => rings);
}

/** Without corners that stand where the one before does. */
function withoutRepeats(line: Float32Array): Float32Array {
  const out: number[] = [];
  for (let i = 0; i < line.length; i += 2) {
    const j = (i + line.length - 2) % line.length;
    if (Math.abs(line[i]! - line[j]!) + Math.abs(line[i + 1]! - line[j + 1]!) > 1e-4)
      out.push(line[i]!, line[i + 1]!);
  }
  return Float32Array.from(out);
}

/** An outline moved inwards by a distance, corner by corner; corners that are sharp move at most three times as far. */
function inset(line: Float32Array, by: number, way: number): Float32Array {
  const count = line.length / 2;
  const out = new Float32Array(line.length);
  for (let i = 0; i < count; i++) {
    const [before, after] = [(i + count - 1) % count, (i + 1) % count];
    const normal = (a: number, b: number) => {
      const [dx, dy] = [line[2 * b]! - line[2 * a]!, line[2 * b + 1]! - line[2 * a + 1]!];
      const length = Math.sqrt(dx * dx + dy * dy) || 1;
      return [(-dy / length) * way, (dx / length) * way] as const;
    };
    const [ax, ay] = normal(before, i);
    const [bx, by2] = normal(i, after);
    const [mx, my] = [ax + bx, ay + by2];
    // The bisector, as long as keeps both edges at the distance.
    const reach = Math.min((2 * by) / Math.max(mx * mx + my * my, 1e-6), 3 * by);
    out[2 * i] = line[2 * i]! + mx * reach;
    out[2 * i + 1] = line[2 * i + 1]! + my * reach;
  }
  return out;
}

/** How an extrusion stands and moves. */
interface Extrusion {
  depth: number;
  bevel: number;
  /** Places of the plane it lies in, y down, and how far in front of its back. */
  place(x: number, y: number, front: number): [number, number, number];
  /** Of its colours; `height` is that of its front. */
  shares: { level: number; band: number; height?: number; depth?: number };
}

/** Lays an area with its holes into a shape: front and back, its sides, and a bevel around its front. */
export function extrude(
  shape: ShapeBuilder,
  rings: readonly Float32Array[],
  { depth, bevel, place, shares }: Extrusion,
): void {
  const cut = Math.min(bevel, depth / 2);
  const front = rings.map((line, i) => {
    // Into the body: of an area inwards, of a hole outwards.
    const way = areaOf(line) > 0 === (i === 0) ? 1 : -1;
    return cut > 0 ? inset(line, cut, way) : line;
  });
  const flat = front.flatMap((line) => [...line]);
  const holesAt: number[] = [];
  let at = 0;
  for (const line of front.slice(0, -1)) holesAt.push((at += line.length / 2));
  const triangles = earcut(flat, holesAt);
  const corner = (x: number, y: number, z: number, height: number) =>
    shape.corner(...place(x, y, z), shares.level, shares.band, height * (shares.height ?? 1), shares.depth);
  const layer = (lines: readonly Float32Array[], z: number, height: number) =>
    lines.map((line) =>
      Array.from({ length: line.length / 2 }, (_, i) => corner(line[2 * i]!, line[2 * i + 1]!, z, height)),
    );
  const face = (corners: number[][], forwards: boolean) => {
    const all = corners.flat();
    for (let i = 0; i < triangles.length; i += 3) {
      const [a, b, c] = [all[triangles[i]!]!, all[triangles[i + 1]!]!, all[triangles[i + 2]!]!];
      // The order of earcut is against the clock with y up, whatever the outlines go like.
      const [px, py] = [flat[2 * triangles[i]!]!, flat[2 * triangles[i]! + 1]!];
      const turn =
        (flat[2 * triangles[i + 1]!]! - px) * (flat[2 * triangles[i + 2]! + 1]! - py) -
        (flat[2 * triangles[i + 2]!]! - px) * (flat[2 * triangles[i + 1]! + 1]! - py);
      if (turn < 0 === forwards) shape.faces.push(a, b, c);
      else shape.faces.push(a, c, b);
    }
  };
  const wall = (lower: number[][], upper: number[][]) => {
    lower.forEach((ring, n) => {
      // An area that goes clockwise, y down, has its outside on its left; so has a hole that goes the other way.
      const isOutsideLeft = areaOf(rings[n]!) > 0 === (n === 0);
      for (let i = 0; i < ring.length; i++) {
        const j = (i + 1) % ring.length;
        if (isOutsideLeft) shape.quad(lower[n]![i]!, upper[n]![i]!, upper[n]![j]!, lower[n]![j]!);
        else shape.quad(lower[n]![j]!, upper[n]![j]!, upper[n]![i]!, lower[n]![i]!);
      }
    });
  };
  face(layer(front, depth, 1), true);
  face(layer(rings, 0, 0), false);
  wall(layer(rings, 0, 0), layer(rings, depth - cut, 1));
  if (cut > 0) wall(layer(rings, depth - cut, 1), layer(front, depth, 1));
}

/** The outlines that are extruded, part by part, in coordinates of the stage with y down. */
function partsOf(body: Settings, { film, moment }: BodyContext): Float32Array[][] {
  if (body.source === 'text')
    return textAreas(moment.assets.typefaces.get(body.font), body.text, body.textSize).letters;
  const found = film.paths.find(({ id }) => id === body.path);
  const path = found && moment.cache.paths.get(found);
  if (!path) return [];
  return [
    outlinesOf(path).map((line) =>
      line.map((value, i) => value - (i % 2 === 0 ? film.width : film.height) / 2),
    ),
  ];
}

/** Letters, or what lies within a path, extruded. */
export const extrusion = bodyKind({
  kind: 'extrusion',
  label: 'Extrusion',
  about: 'Letters or a closed path with depth; every letter follows a band.',
  groups,
  material: { by: 'one', roughness: 0.35, stops: [{ id: 'low', at: 0, color: '#e6d3ae' }] },
  shapes(body, context): BodyShape[] {
    const parts = partsOf(body, context);
    const levels = levelsOf(body, context, context.moment.t);
    const rises = context.parts('letterRise', parts.length);
    const shape = new ShapeBuilder();
    parts.forEach((outlines, i) => {
      const band = parts.length > 1 ? i / (parts.length - 1) : 0;
      const level = pow(levelAt(levels, band), body.curve);
      const rise = body.rise * level + (rises?.[i] ?? body.letterRise);
      const lying = body.stands === 'lying';
      const extrusion: Extrusion = {
        depth: body.depth + body.growth * level,
        bevel: body.bevel,
        place: (x, y, front) => (lying ? [x, front + rise, y] : [x, rise - y, front - body.depth / 2]),
        shares: { level, band },
      };
      for (const rings of areasOf(outlines)) extrude(shape, rings, extrusion);
    });
    return [{ ...shape.build(), closed: true, faceted: true, even: true }];
  },
  offers: [
    {
      name: 'Extruded letters',
      about: 'A word with depth, each letter following a band',
      camera: { orbit: -18, tilt: 12 },
      material: { metal: 0.7, roughness: 0.25, stops: evenStops('#e0a458') },
    },
  ],
});
