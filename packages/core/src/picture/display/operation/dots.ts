import { addPoint, joinedPoints, movePoints } from '../../../contract';
import type { Drawn, OperationKind } from './operationKind';

/** Filled circles of one colour, painted as one shape. */
export interface DotsOp extends Drawn {
  op: 'dots';
  /** x, y and radius of each. */
  circles: Float32Array;
}

export const dots: OperationKind<DotsOp> = {
  bounds({ circles, soft }, box) {
    for (let i = 0; i < circles.length; i += 3)
      addPoint(box, circles[i]!, circles[i + 1]!, circles[i + 2]! + soft);
  },
  transform: (operation, matrix) => ({ ...operation, circles: movePoints(operation.circles, matrix, 3) }),
  merge: (all) => ({ ...all[0]!, circles: joinedPoints(all.map(({ circles }) => circles)) }),
};
