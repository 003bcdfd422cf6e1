import { addPoints, movePoints, reversedPoints } from '../../../contract';
import type { Drawn, OperationKind } from './operationKind';

/**
 * Filled outlines of one colour, painted as one shape by the nonzero rule: an
 * outline that runs against the one around it is a hole.
 */
export interface FillOp extends Drawn {
  op: 'fill';
  /** x and y of the points of each outline. */
  outlines: Float32Array[];
}

export const fill: OperationKind<FillOp> = {
  bounds: ({ outlines, soft }, box) => outlines.forEach((outline) => addPoints(box, outline, soft)),
  transform(operation, matrix) {
    // A mirrored outline would run the other way round.
    const mirrors = matrix[0] * matrix[3] - matrix[1] * matrix[2] < 0;
    const outlines = operation.outlines.map((outline) => {
      const moved = movePoints(outline, matrix);
      return mirrors ? reversedPoints(moved) : moved;
    });
    return { ...operation, outlines };
  },
  merge: (all) => ({ ...all[0]!, outlines: all.flatMap(({ outlines }) => outlines) }),
};
