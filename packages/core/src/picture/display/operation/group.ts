import { addBox, addPoints, emptyBox, grown, type Matrix, shared } from '../../../contract';
import { marginOf } from '../../pass/registry';
import type { GroupOp, Operation } from '../displayList';
import type { OperationKind } from './operationKind';

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** Makes a group; laid on plainly where nothing else is said. */
export const group = (operations: Operation[], part: Partial<GroupOp> = {}): GroupOp => {
  const { opacity = 1, blend = 'normal' } = part;
  return { op: 'group', operations, isolated: false, ...part, opacity, blend };
};

export const groupKind: OperationKind<GroupOp, Operation> = {
  bounds({ operations, clipPath, passes = [], matrix = identity, below }, box, boundsOf) {
    let inner = boundsOf(operations);
    if (clipPath) {
      const clip = emptyBox();
      for (const outline of clipPath) addPoints(clip, outline, 0);
      inner = shared(inner, clip);
    }
    const margin = passes.reduce((sum, pass) => sum + marginOf(pass), 0);
    // What is below may be anywhere, and so may what a pass finds elsewhere.
    const everywhere = below || (margin === Infinity && inner[0] <= inner[2]);
    if (everywhere || (!Number.isFinite(inner[0]) && inner[0] < 0))
      box.splice(0, 4, -Infinity, -Infinity, Infinity, Infinity);
    else addBox(box, grown(inner, margin), matrix);
  },
};
