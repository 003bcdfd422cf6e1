import { exact } from '../../contract';
import { gradientColors, type Gradient, type Ramps } from '../palette/palette';
import { sceneMesh, type SceneMesh } from './mesh';
import type { Vector, View } from './camera';
import type { Shading } from './light';
import type { Material } from './material';
import { byteOf, linearOf, type Rgb } from './srgb';

/** The shape of a body, before it has a material. */
export interface BodyShape {
  /** x, y and z of each corner. */
  positions: Float32Array;
  /** Three corners of each face. */
  faces: Uint32Array;
  /** Two corners of each line, where it is drawn with lines; the edges of all faces when left out. */
  lines?: Uint32Array;
  /** Corners that are drawn as points; all when left out. */
  points?: Uint32Array;
  /** Shares 0..1 of each corner that its colour can go by. */
  height?: Float32Array;
  level?: Float32Array;
  band?: Float32Array;
  depth?: Float32Array;
  /** Whether nothing can be seen of its inside. */
  closed: boolean;
  /** Whether its faces are flat, whatever the material says: it has edges. */
  faceted?: boolean;
  /** One colour for all of it, whatever the material says. */
  color?: string;
  /** Colours that are mixed in, corner by corner: how much, and which. */
  tints?: readonly (readonly [number, string])[];
  /** False for what light does not meet: images. */
  lit?: false;
  /** Whether faces in one plane are lit from corner to corner, so that none of them shows: for large ones. */
  even?: true;
  /** Where each corner lies on an image, and which that is. */
  uvs?: Float32Array;
  image?: string;
}

/** How a body is painted. */
export interface Dressing {
  material: Material;
  gradient: Gradient;
  ramps: Ramps;
  view: View;
  shading: Shading;
  nearFade: number;
}

const colorSteps = 64;

/** Meshes of a body: lit, and in its colours. */
export function dress(shape: BodyShape, dressing: Dressing): SceneMesh[] {
  const { material } = dressing;
  switch (material.drawn) {
    case 'filled':
      return faces(shape, dressing);
    case 'both':
      return [...faces(shape, dressing), ...lines(shape, dressing, linearOf(material.lineColor))];
    case 'wire':
      return lines(shape, dressing, undefined);
    case 'hidden':
      return [hiding(shape), ...lines(shape, dressing, undefined)];
    case 'points':
      return points(shape, dressing);
  }
}

/** Faces that are not seen and cover what lies behind them. */
const hiding = ({ positions, faces: indices }: BodyShape): SceneMesh =>
  sceneMesh({ positions, indices, perFace: true, colors: new Uint8Array((4 * indices.length) / 3) });

/** The colour of a corner by its share, linear. */
function colorsOf(shape: BodyShape, { material, ramps, gradient }: Dressing): (corner: number) => Rgb {
  const only = linearOf(shape.color ?? gradient.stops[0]!.color);
  const by = material.by === 'one' || shape.color !== undefined ? undefined : material.by;
  const shares = by && (shape[by] ?? (by === 'depth' ? depthsOf(shape.positions) : undefined));
  const ramp = shares ? gradientColors(gradient, colorSteps, false, ramps).map(linearOf) : [];
  const own = (corner: number): Rgb =>
    shares ? ramp[Math.round(Math.min(Math.max(shares[corner]!, 0), 1) * (colorSteps - 1))]! : only;
  const { tints } = shape;
  if (!tints) return own;
  const known = new Map<string, Rgb>();
  for (const [, color] of tints)
    if (!known.has(color)) known.set(color, color === '' ? only : linearOf(color));
  // Corners of one mark follow each other and are of one colour.
  let last: { share: number; name: string; color: Rgb; mixed: Rgb } | undefined;
  return (corner) => {
    const [share, name] = tints[corner]!;
    const color = own(corner);
    if (last?.share === share && last.name === name && last.color === color) return last.mixed;
    const [red, green, blue] = color;
    const tint = known.get(name)!;
    const mixed: Rgb = [
      red + (tint[0] - red) * share,
      green + (tint[1] - green) * share,
      blue + (tint[2] - blue) * share,
    ];
    last = { share, name, color, mixed };
    return mixed;
  };
}

/** How far back each corner lies, of a shape that says nothing of it: 0 in front to 1. */
function depthsOf(positions: Float32Array): Float32Array {
  let [min, max] = [Infinity, -Infinity];
  for (let i = 2; i < positions.length; i += 3) {
    min = Math.min(min, positions[i]!);
    max = Math.max(max, positions[i]!);
  }
  const span = max - min || 1;
  const out = new Float32Array(positions.length / 3);
  for (let i = 0; i < out.length; i++) out[i] = (max - positions[3 * i + 2]!) / span;
  return out;
}

/** Opacity of a place, 0..255. */
function opacityAt({ material, view: { eye }, nearFade }: Dressing, x: number, y: number, z: number): number {
  if (nearFade <= 0) return Math.round(255 * material.opacity);
  const far = Math.sqrt(exact.square(x - eye[0]) + exact.square(y - eye[1]) + exact.square(z - eye[2]));
  return Math.round(255 * material.opacity * Math.min(1, far / nearFade));
}

const isClear = ({ material, nearFade }: Dressing) => material.opacity < 1 || nearFade > 0;

function faces(shape: BodyShape, dressing: Dressing): SceneMesh[] {
  const { positions, faces: indices, closed, uvs, image } = shape;
  const { material, shading } = dressing;
  if (material.opacity <= 0) return [];
  const smooth = material.smooth && shape.faceted !== true;
  if (!smooth && shape.even)
    return faces(apart(shape), { ...dressing, material: { ...material, smooth: true } });
  const colorOf = colorsOf(shape, dressing);
  const light = new Float32Array(3);
  const count = smooth ? positions.length / 3 : indices.length / 3;
  const colors = new Uint8Array(4 * count);
  const put = (
    at: number,
    color: Rgb,
    x: number,
    y: number,
    z: number,
    nx: number,
    ny: number,
    nz: number,
  ) => {
    if (shape.lit === false) shading.plain(light, 0, color, 1, x, y, z);
    else shading.shade(light, 0, material, color, x, y, z, nx, ny, nz);
    colors[4 * at] = byteOf(light[0]!);
    colors[4 * at + 1] = byteOf(light[1]!);
    colors[4 * at + 2] = byteOf(light[2]!);
    colors[4 * at + 3] = opacityAt(dressing, x, y, z);
  };
  if (smooth) {
    const normals = cornerNormals(positions, indices);
    for (let i = 0; i < count; i++) {
      const at = 3 * i;
      put(
        i,
        colorOf(i),
        positions[at]!,
        positions[at + 1]!,
        positions[at + 2]!,
        normals[at]!,
        normals[at + 1]!,
        normals[at + 2]!,
      );
    }
  } else {
    for (let i = 0; i < count; i++) {
      const a = indices[3 * i]!;
      const b = indices[3 * i + 1]!;
      const c = indices[3 * i + 2]!;
      const first = colorOf(a);
      const second = colorOf(b);
      const third = colorOf(c);
      const isOne = first === second && second === third;
      const color: Rgb = isOne
        ? first
        : [
            (first[0] + second[0] + third[0]) / 3,
            (first[1] + second[1] + third[1]) / 3,
            (first[2] + second[2] + third[2]) / 3,
          ];
      const [x, y, z] = middleOf(positions, a, b, c);
      const [nx, ny, nz] = unit(faceNormal(positions, a, b, c));
      put(i, color, x, y, z, nx, ny, nz);
    }
  }
  return [
    sceneMesh({
      ...{ positions, colors, indices },
      perFace: !smooth,
      cull: closed,
      clear: isClear(dressing) || image !== undefined,
      uvs: uvs ?? null,
      image: image ?? null,
    }),
  ];
}

/** The same with corners of its own for each face, so that their normals are those of the faces. */
function apart(shape: BodyShape): BodyShape {
  const { positions, faces: indices } = shape;
  const own = (values: Float32Array | undefined) => {
    if (!values) return undefined;
    const out = new Float32Array(indices.length);
    for (let i = 0; i < out.length; i++) out[i] = values[indices[i]!]!;
    return out;
  };
  const corners = new Float32Array(3 * indices.length);
  const order = new Uint32Array(indices.length);
  for (let i = 0; i < indices.length; i++) {
    const from = 3 * indices[i]!;
    order[i] = i;
    corners[3 * i] = positions[from]!;
    corners[3 * i + 1] = positions[from + 1]!;
    corners[3 * i + 2] = positions[from + 2]!;
  }
  const part = {
    height: own(shape.height),
    level: own(shape.level),
    band: own(shape.band),
    depth: own(shape.depth),
  };
  const known = Object.entries(part).filter(([, values]) => values !== undefined);
  return {
    ...shape,
    ...(Object.fromEntries(known) as Partial<BodyShape>),
    ...(shape.tints ? { tints: Array.from(indices, (corner) => shape.tints![corner]!) } : {}),
    positions: corners,
    faces: order,
    faceted: false,
  };
}

/** Colours without light, for lines and points: only what is far away fades. */
function plainColors(shape: BodyShape, dressing: Dressing, color: Rgb | undefined): Uint8Array {
  const { positions } = shape;
  const colorOf = colorsOf(shape, dressing);
  const light = new Float32Array(3);
  const colors = new Uint8Array((4 * positions.length) / 3);
  const bright = 1 + dressing.material.glow;
  for (let i = 0; i < positions.length / 3; i++) {
    const [x, y, z] = [positions[3 * i]!, positions[3 * i + 1]!, positions[3 * i + 2]!];
    dressing.shading.plain(light, 0, color ?? colorOf(i), bright, x, y, z);
    for (let n = 0; n < 3; n++) colors[4 * i + n] = byteOf(light[n]!);
    colors[4 * i + 3] = opacityAt(dressing, x, y, z);
  }
  return colors;
}

function lines(shape: BodyShape, dressing: Dressing, color: Rgb | undefined): SceneMesh[] {
  const { positions } = shape;
  return [
    sceneMesh({
      form: 'lines',
      positions,
      colors: plainColors(shape, dressing, color),
      indices: shape.lines ?? edgesOf(shape.faces),
      clear: isClear(dressing),
      size: dressing.material.lineWidth,
      lift: dressing.material.drawn === 'wire' ? 0 : 0.008,
    }),
  ];
}

function points(shape: BodyShape, dressing: Dressing): SceneMesh[] {
  const { positions } = shape;
  return [
    sceneMesh({
      form: 'points',
      positions,
      colors: plainColors(shape, dressing, undefined),
      indices: shape.points ?? Uint32Array.from({ length: positions.length / 3 }, (_, i) => i),
      clear: isClear(dressing),
      size: dressing.material.lineWidth,
      perspective: true,
    }),
  ];
}

/** Each edge of some faces once. */
export function edgesOf(indices: Uint32Array): Uint32Array {
  const seen = new Set<number>();
  const out: number[] = [];
  const most = indices.reduce((max, index) => Math.max(max, index), 0) + 1;
  for (let i = 0; i < indices.length; i += 3) {
    for (const [a, b] of [
      [indices[i]!, indices[i + 1]!],
      [indices[i + 1]!, indices[i + 2]!],
      [indices[i + 2]!, indices[i]!],
    ] as const) {
      const key = Math.min(a, b) * most + Math.max(a, b);
      if (seen.has(key)) continue;
      seen.add(key);
      out.push(a, b);
    }
  }
  return new Uint32Array(out);
}

/** Normal of a face, twice as long as its area: towards whoever sees its corners go round against the clock. */
export function faceNormal(p: Float32Array, a: number, b: number, c: number): Vector {
  const ax = p[3 * a]!;
  const ay = p[3 * a + 1]!;
  const az = p[3 * a + 2]!;
  const bx = p[3 * b]! - ax;
  const by = p[3 * b + 1]! - ay;
  const bz = p[3 * b + 2]! - az;
  const cx = p[3 * c]! - ax;
  const cy = p[3 * c + 1]! - ay;
  const cz = p[3 * c + 2]! - az;
  return [by * cz - bz * cy, bz * cx - bx * cz, bx * cy - by * cx];
}

const unit = ([x, y, z]: Vector): Vector => {
  const length = Math.sqrt(x * x + y * y + z * z) || 1;
  return [x / length, y / length, z / length];
};

const middleOf = (p: Float32Array, a: number, b: number, c: number): Vector => [
  (p[3 * a]! + p[3 * b]! + p[3 * c]!) / 3,
  (p[3 * a + 1]! + p[3 * b + 1]! + p[3 * c + 1]!) / 3,
  (p[3 * a + 2]! + p[3 * b + 2]! + p[3 * c + 2]!) / 3,
];

/** Normals of corners: those of the faces around, each by its area. */
export function cornerNormals(positions: Float32Array, indices: Uint32Array): Float32Array {
  const out = new Float32Array(positions.length);
  for (let i = 0; i < indices.length; i += 3) {
    const [x, y, z] = faceNormal(positions, indices[i]!, indices[i + 1]!, indices[i + 2]!);
    for (let n = 0; n < 3; n++) {
      const corner = 3 * indices[i + n]!;
      out[corner]! += x;
      out[corner + 1]! += y;
      out[corner + 2]! += z;
    }
  }
  for (let i = 0; i < out.length; i += 3) {
    const length =
      Math.sqrt(exact.square(out[i]!) + exact.square(out[i + 1]!) + exact.square(out[i + 2]!)) || 1;
    out[i]! /= length;
    out[i + 1]! /= length;
    out[i + 2]! /= length;
  }
  return out;
}
