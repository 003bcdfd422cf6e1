import type { Matrix } from '../../contract';
import { putCirclesTask, putStrokeTask, putVectorTask, type Pointer, type StrokeTask } from '../passCalls';
import { passEngine, passMemory } from '../passEngine';
import type { Paint } from '../paint';
import { putFill, type Lay } from './fillStyle';
import type { Surface } from './surface';

/** Outlines, lines and circles on surfaces: what they cover is worked out exactly, see assembly/vectorCover.ts. */

/** What is drawn, on what, and how. */
export interface Canvas extends Lay {
  surface: Surface;
  /** Picture units to pixels. */
  matrix: Matrix;
}

/** How lines look. */
export interface LineStyle {
  width: number;
  ends: 'flat' | 'round';
  corners: 'round' | 'plain';
  closed: boolean;
  dashes: readonly number[];
  dashOffset: number;
}

/** From here on edges are added: nothing may be taken of memory until they have been filled. */
function beginEdges({ width, height }: Surface, [a, b, c, d, e, f]: Matrix): void {
  const { memory, end } = passMemory();
  passEngine().beginEdges(
    putVectorTask(memory.buffer, { edges: end, width, height, ...{ a, b, c, d, e, f } }),
  );
}

/**
 * Fills outlines, each joined to its start.
 * @param outlines x and y of the points of each
 */
export function fillOutlines(
  canvas: Canvas,
  outlines: readonly Float32Array[],
  paint: Paint,
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): void {
  passMemory().within(() => {
    const task = putFill(canvas.surface, paint, canvas.matrix, canvas, rule);
    if (!task) return;
    addOutlines(canvas, outlines);
    passEngine().fillEdges(canvas.surface.info, task);
  });
}

/** Adds outlines as edges: see {@link beginEdges}. */
function addOutlines(
  { surface, matrix }: Pick<Canvas, 'surface' | 'matrix'>,
  outlines: readonly Float32Array[],
): void {
  let at = passMemory().floats(...outlines);
  beginEdges(surface, matrix);
  for (const { length } of outlines) {
    passEngine().addOutline(at, length >> 1);
    at += 4 * length;
  }
}

/** Fills outlines with an image, or whatever else compiled code has been told. */
export function fillOutlinesWith(
  canvas: Canvas,
  outlines: readonly Float32Array[],
  task: Pointer<'PaintTask'>,
): void {
  addOutlines(canvas, outlines);
  passEngine().fillEdges(canvas.surface.info, task);
}

/** Keeps of a surface what lies within outlines, by the even-odd rule. */
export function cutByOutlines(surface: Surface, matrix: Matrix, outlines: readonly Float32Array[]): void {
  passMemory().within(() => {
    addOutlines({ surface, matrix }, outlines);
    passEngine().cutByEdges(surface.info, 1);
  });
}

/**
 * Fills circles as one shape.
 * @param circles x, y and radius of each
 * @param wider added to every radius
 */
export function fillCircles(canvas: Canvas, circles: Float32Array, wider: number, paint: Paint): void {
  passMemory().within(() => {
    const task = putFill(canvas.surface, paint, canvas.matrix, canvas);
    if (!task) return;
    const at = passMemory().floats(circles);
    beginEdges(canvas.surface, canvas.matrix);
    const count = Math.floor(circles.length / 3);
    passEngine().addCircles(putCirclesTask(passMemory().memory.buffer, { circles: at, count, wider }));
    passEngine().fillEdges(canvas.surface.info, task);
  });
}

/** Draws lines through points as one shape. @param lines x and y of the points of each */
export function strokeLines(
  canvas: Canvas,
  lines: readonly Float32Array[],
  style: LineStyle,
  paint: Paint,
): void {
  passMemory().within(() => {
    const task = putFill(canvas.surface, paint, canvas.matrix, canvas);
    if (!task) return;
    const told = taskOf(style, Math.max(0, ...lines.map(({ length }) => length >> 1)));
    let at = passMemory().floats(...lines);
    beginEdges(canvas.surface, canvas.matrix);
    for (const { length } of lines) {
      const count = length >> 1;
      if (count > 0) passEngine().addStroke(put({ ...told, points: at, count }));
      at += 4 * length;
    }
    passEngine().fillEdges(canvas.surface.info, task);
  });
}

/** Draws straight lines as one shape. @param lines x1, y1, x2, y2 of each */
export function strokeSegments(
  canvas: Canvas,
  lines: Float32Array,
  style: Pick<LineStyle, 'width' | 'ends'>,
  paint: Paint,
): void {
  passMemory().within(() => {
    const task = putFill(canvas.surface, paint, canvas.matrix, canvas);
    if (!task) return;
    const told = taskOf({ ...style, corners: 'plain', closed: false, dashes: [], dashOffset: 0 }, 2);
    const points = passMemory().floats(lines);
    beginEdges(canvas.surface, canvas.matrix);
    passEngine().addStrokes(put({ ...told, points, count: lines.length >> 2 }));
    passEngine().fillEdges(canvas.surface.info, task);
  });
}

/** What compiled code is told of lines. Takes memory. @param most points of one of them */
function taskOf({ width, ends, corners, closed, dashes, dashOffset }: LineStyle, max: number): StrokeTask {
  // Of an odd number of dashes and gaps the second time round each is the other.
  const all = dashes.length % 2 === 1 ? [...dashes, ...dashes] : dashes;
  return {
    points: 0,
    count: 0,
    closed: closed ? 1 : 0,
    width,
    roundEnds: ends === 'round' ? 1 : 0,
    roundCorners: corners === 'round' ? 1 : 0,
    dashes: passMemory().floats(all),
    dashCount: all.length,
    dashOffset,
    work: passMemory().take(16 * (5 * max + 16)),
  };
}

const put = (values: StrokeTask) => putStrokeTask(passMemory().memory.buffer, values);
