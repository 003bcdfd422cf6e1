import { addPoints, movePoints } from '../../../contract';
import type { Drawn, OperationKind } from './operationKind';

/** Lines through points, painted as one shape. */
export interface CurveOp extends Drawn {
  op: 'curve';
  width: number;
  ends: 'flat' | 'round';
  /** Whether the end of each is joined to its start. */
  closed: boolean;
  /** Corners are rounded; plain ones cost less, and do where points lie close together. */
  corners: 'round' | 'plain';
  /** x and y of the points of each line. */
  lines: Float32Array[];
}

export const curve: OperationKind<CurveOp> = {
  bounds: ({ lines, width, soft }, box) => lines.forEach((line) => addPoints(box, line, width + soft)),
  transform: (operation, matrix) => ({
    ...operation,
    lines: operation.lines.map((line) => movePoints(line, matrix)),
  }),
  merge: (all) => ({ ...all[0]!, lines: all.flatMap(({ lines }) => lines) }),
};
