import { contours } from 'd3-contour';
import fitCurve from 'fit-curve';

/** Pixels to be traced, by one value each, 0 to 1. */
export interface ValueGrid {
  values: Float32Array;
  width: number;
  height: number;
}

type Point = [number, number];

/** Contours that go round fewer pixels than this are specks. */
const minArea = 12;

/** The value that an edge is looked for in: alpha, or brightness (luma of Rec. 709) where it is opaque. */
export function gridOf(
  pixels: Uint8ClampedArray,
  width: number,
  height: number,
  edge: 'alpha' | 'brightness',
): ValueGrid {
  const values = new Float32Array(width * height);
  for (let i = 0; i < values.length; i++) {
    const [r, g, b, a] = [pixels[4 * i]!, pixels[4 * i + 1]!, pixels[4 * i + 2]!, pixels[4 * i + 3]!];
    values[i] = edge === 'alpha' ? a / 255 : ((0.2126 * r + 0.7152 * g + 0.0722 * b) / 255) * (a / 255);
  }
  return { values, width, height };
}

const areaOf = (ring: readonly Point[]) =>
  Math.abs(
    ring.reduce((sum, [x, y], i) => {
      const [nextX, nextY] = ring[(i + 1) % ring.length]!;
      return sum + x * nextY - nextX * y;
    }, 0) / 2,
  );

/** Angle within which a contour turns by a corner, in radians, and over how many points it is measured. */
const cornerAngle = 1.1;
const cornerSpan = 3;

/** Parts of a closed ring between its corners; one part, begun anywhere, when it has none. */
function partsAtCorners(ring: readonly Point[]): Point[][] {
  const count = ring.length;
  const at = (i: number) => ring[((i % count) + count) % count]!;
  const turn = (i: number) => {
    const [a, b, c] = [at(i - cornerSpan), at(i), at(i + cornerSpan)];
    const angle = Math.atan2(c[1] - b[1], c[0] - b[0]) - Math.atan2(b[1] - a[1], b[0] - a[0]);
    return Math.abs(Math.atan2(Math.sin(angle), Math.cos(angle)));
  };
  const turns = ring.map((_, i) => turn(i));
  const corners = turns.flatMap((angle, i) => {
    const near = Array.from({ length: 2 * cornerSpan + 1 }, (_, k) => (i + k - cornerSpan + count) % count);
    return angle > cornerAngle && near.every((j) => turns[j]! < angle || (turns[j] === angle && j >= i))
      ? [i]
      : [];
  });
  if (corners.length === 0) return [[...ring, ring[0]!]];
  return corners.map((from, k) => {
    const to = k + 1 < corners.length ? corners[k + 1]! : corners[0]! + count;
    return Array.from({ length: to - from + 1 }, (_, i) => at(from + i));
  });
}

const short = (value: number) => String(Math.round(value * 100) / 100);

/**
 * Path data of the edges in a grid: where its values cross a threshold, between pixels,
 * fitted by Bezier curves.
 * @param detail 0 to 1: how closely the curves follow
 */
export function traceContours(grid: ValueGrid, threshold: number, detail: number): string {
  const { width, height } = grid;
  // A frame of nothing around, so that what touches the border is closed.
  const padded = new Float32Array((width + 2) * (height + 2));
  for (let y = 0; y < height; y++) {
    padded.set(grid.values.subarray(y * width, (y + 1) * width), (y + 1) * (width + 2) + 1);
  }
  const [shape] = contours()
    .size([width + 2, height + 2])
    .thresholds([threshold])(padded as unknown as number[]);
  const tolerance = 0.4 * 12 ** (1 - detail);
  const rings = shape!.coordinates.flat() as Point[][];
  return rings
    .map((ring) => ring.slice(0, -1).map(([x, y]): Point => [x - 1, y - 1]))
    .filter((ring) => ring.length > 3 && areaOf(ring) >= minArea)
    .map((ring) => {
      const curves = partsAtCorners(ring).flatMap((part) => fitCurve(part, tolerance));
      const start = curves[0]?.[0];
      if (!start) return '';
      const pieces = curves.map(([, a, b, end]) => `C${[...a!, ...b!, ...end!].map(short).join(' ')}`);
      return `M${short(start[0]!)} ${short(start[1]!)}${pieces.join('')}Z`;
    })
    .join('');
}
