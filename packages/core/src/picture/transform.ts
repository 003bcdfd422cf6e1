import type { CurveOp, DotsOp, FillOp, Matrix, Operation, StrokesOp } from './displayList';

/** Points through a matrix; every `stride` numbers begin with an x and a y. */
function movePoints(points: Float32Array, [a, b, c, d, e, f]: Matrix, stride = 2): Float32Array {
  const out = points.slice();
  for (let i = 0; i < points.length; i += stride) {
    const [x, y] = [points[i]!, points[i + 1]!];
    out[i] = a * x + c * y + e;
    out[i + 1] = b * x + d * y + f;
  }
  return out;
}

/** The points of an outline from its end to its start: a mirrored outline would run the other way round. */
function reversed(points: Float32Array): Float32Array {
  const out = new Float32Array(points.length);
  for (let i = 0; i < points.length; i += 2) {
    out[i] = points[points.length - 2 - i]!;
    out[i + 1] = points[points.length - 1 - i]!;
  }
  return out;
}

/** The same operation turned, mirrored and moved; sizes stay, so the matrix must not scale. */
export function transformOperation(operation: Operation, matrix: Matrix): Operation {
  switch (operation.op) {
    case 'strokes':
      return { ...operation, lines: movePoints(operation.lines, matrix) };
    case 'dots':
      return { ...operation, circles: movePoints(operation.circles, matrix, 3) };
    case 'curve':
      return { ...operation, lines: operation.lines.map((line) => movePoints(line, matrix)) };
    case 'fill': {
      const mirrors = matrix[0] * matrix[3] - matrix[1] * matrix[2] < 0;
      const outlines = operation.outlines.map((outline) => {
        const moved = movePoints(outline, matrix);
        return mirrors ? reversed(moved) : moved;
      });
      return { ...operation, outlines };
    }
    case 'images':
    case 'group':
      return { op: 'group', opacity: 1, blend: 'normal', operations: [operation], matrix };
    case 'backdrop':
      return operation;
  }
}

function joined(arrays: readonly Float32Array[]): Float32Array {
  const out = new Float32Array(arrays.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const array of arrays) {
    out.set(array, at);
    at += array.length;
  }
  return out;
}

/** Variants of each operation as one operation each, where they can be painted as one shape. */
export function mergeOperations(variants: readonly Operation[][]): Operation[] {
  return variants.flatMap((all): Operation[] => {
    const first = all[0]!;
    switch (first.op) {
      case 'strokes':
        return [{ ...first, lines: joined((all as StrokesOp[]).map(({ lines }) => lines)) }];
      case 'dots':
        return [{ ...first, circles: joined((all as DotsOp[]).map(({ circles }) => circles)) }];
      case 'curve':
        return [{ ...first, lines: (all as CurveOp[]).flatMap(({ lines }) => lines) }];
      case 'fill':
        return [{ ...first, outlines: (all as FillOp[]).flatMap(({ outlines }) => outlines) }];
      default:
        return [...all];
    }
  });
}
