import { cos, type Matrix, sin } from '../../contract';
import { putPaintTask, type PaintTask, type Pointer } from '../passCalls';
import { passMemory } from '../passEngine';
import type { BlendMode } from '../blend';
import type { Paint } from '../paint';
import { gradientTable } from './gradientTable';
import { blendNumber, type Surface } from './surface';

/** How something is laid on a surface. */
export interface Lay {
  /** 0..1 */
  opacity: number;
  blend: BlendMode;
}

/** Channels of #rrggbb or #rrggbbaa, 0 to 1. */
export function colorOf(color: string): { red: number; green: number; blue: number; alpha: number } {
  const channel = (at: number) => parseInt(color.slice(at, at + 2), 16) / 255;
  return {
    red: channel(1),
    green: channel(3),
    blue: channel(5),
    alpha: color.length > 7 ? channel(7) : 1,
  };
}

/** The matrix that undoes another one; undefined where that has no area. */
export function inverse([a, b, c, d, e, f]: Matrix): Matrix | undefined {
  const area = a * d - b * c;
  if (!Number.isFinite(1 / area)) return undefined;
  return [d / area, -b / area, -c / area, a / area, (c * f - d * e) / area, (b * e - a * f) / area];
}

const product = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

const plain: PaintTask = {
  kind: 0,
  mode: 0,
  opacity: 1,
  rule: 0,
  ...{ red: 0, green: 0, blue: 0, alpha: 1 },
  ...{ a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 },
  table: 0,
  image: 0,
  imageWidth: 0,
  ...{ left: 0, top: 0, right: 0, bottom: 0 },
  spread: 0,
  work: 0,
};

const kinds = { linear: 1, radial: 2, around: 3 } as const;

/** Places in picture units to places along a gradient, or around its middle; undefined where it has no extent. */
function gradientMatrix(paint: Exclude<Paint, string>): Matrix | undefined {
  if (paint.kind === 'linear') {
    const [dx, dy] = [paint.x1 - paint.x0, paint.y1 - paint.y0];
    const square = dx * dx + dy * dy;
    if (square === 0) return undefined;
    return [dx / square, 0, dy / square, 0, -(paint.x0 * dx + paint.y0 * dy) / square, 0];
  }
  const { x, y } = paint;
  if (paint.kind === 'radial') {
    const size = 1 / paint.radius;
    return Number.isFinite(size) && size > 0 ? [size, 0, 0, size, -x * size, -y * size] : undefined;
  }
  const [along, across] = [cos(paint.angle), sin(paint.angle)];
  return [along, -across, across, along, -x * along - y * across, x * across - y * along];
}

/**
 * Tells compiled code what outlines are filled with. Takes memory.
 * @param matrix picture units to pixels
 * @returns undefined where nothing is to be seen of it
 */
export function putFill(
  surface: Surface,
  paint: Paint,
  matrix: Matrix,
  { opacity, blend }: Lay,
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): Pointer<'PaintTask'> | undefined {
  const how = { opacity, mode: blendNumber(blend), rule: rule === 'evenodd' ? 1 : 0 };
  const work = workFor(surface);
  if (typeof paint === 'string') return put({ ...plain, ...how, ...colorOf(paint), work });
  const along = gradientMatrix(paint);
  const back = inverse(matrix);
  if (!along || !back || paint.stops.length === 0) return undefined;
  const [a, b, c, d, e, f] = product(along, back);
  const table = passMemory().bytes(gradientTable(paint.stops));
  return put({ ...plain, ...how, kind: kinds[paint.kind], ...{ a, b, c, d, e, f }, table, work });
}

/** Pixels of an image in memory, and which of them are used. */
export interface ImageFill {
  /** Address of the pixels, multiplied by opacity. */
  image: number;
  imageWidth: number;
  /** Whole pixels: left, top, right, bottom. */
  part: readonly [number, number, number, number];
  /** Pixels of the image to pixels of the surface. */
  matrix: Matrix;
  /** How far apart its places are read, as a share of a pixel; 0 for one place. */
  spread: number;
}

/** The same for an image. */
export function putImageFill(
  surface: Surface,
  fill: ImageFill,
  { opacity, blend }: Lay,
): Pointer<'PaintTask'> | undefined {
  const back = inverse(fill.matrix);
  if (!back) return undefined;
  const [a, b, c, d, e, f] = back;
  const [left, top, right, bottom] = fill.part;
  const { image, imageWidth, spread } = fill;
  return put({
    ...plain,
    kind: 4,
    opacity,
    mode: blendNumber(blend),
    ...{ a, b, c, d, e, f },
    ...{ image, imageWidth, left, top, right, bottom, spread },
    work: workFor(surface),
  });
}

/** Room for rows of colours, and some more. */
const workFor = ({ width }: Surface) => passMemory().take(4 * 5 * (width + 16) + 64);

const put = (values: PaintTask) => putPaintTask(passMemory().memory.buffer, values);
