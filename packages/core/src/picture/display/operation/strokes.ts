import { addPoints, joinedPoints, movePoints } from '../../../contract';
import type { Drawn, OperationKind } from './operationKind';

/** Straight lines of one style, painted as one shape: where they overlap they do not add up. */
export interface StrokesOp extends Drawn {
  op: 'strokes';
  width: number;
  ends: 'flat' | 'round';
  /** x1, y1, x2, y2 of each line. */
  lines: Float32Array;
}

export const strokes: OperationKind<StrokesOp> = {
  bounds: ({ lines, width, soft }, box) => addPoints(box, lines, width + soft),
  transform: (operation, matrix) => ({ ...operation, lines: movePoints(operation.lines, matrix) }),
  merge: (all) => ({ ...all[0]!, lines: joinedPoints(all.map(({ lines }) => lines)) }),
};
