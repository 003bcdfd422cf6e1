import type { Paint } from '../../../pixels';
import type { OperationKind } from './operationKind';

/** Everything filled, however far a render goes beyond the picture. */
export interface BackdropOp {
  op: 'backdrop';
  paint: Paint;
  /** How much noise is laid over it, 0 to 1, so that slow gradients show no bands. */
  grain: number;
}

export const backdrop: OperationKind<BackdropOp> = {
  bounds(_operation, box) {
    box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
  },
  // One colour is the same everywhere.
  transform: (operation) => (typeof operation.paint === 'string' ? operation : undefined),
};
