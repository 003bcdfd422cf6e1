import { marginOf, type PassSettings } from '../../pass/registry';
import type { BlendMode } from '../blend';
import { addBox, addPoints, emptyBox, grown, shared } from '../box';
import type { Matrix, Operation } from '../displayList';
import { boundsOf } from '../operations';
import type { OperationKind } from './operationKind';

/** Operations painted on their own, then laid on what is below as one. */
export interface GroupOp {
  op: 'group';
  /** 0..1 */
  opacity: number;
  blend: BlendMode;
  operations: Operation[];
  /**
   * Whether it is painted on a surface of its own even while its opacity is 1. It follows from what the film
   * says, not from the moment: otherwise pictures would jump when an opacity that changes reaches 1.
   */
  isolated: boolean;
  /** What its operations, its clip path included, go through. */
  matrix?: Matrix | undefined;
  /** Outlines that it is cut by, by the even-odd rule. */
  clipPath?: Float32Array[] | undefined;
  /** What its pixels go through before it is laid on, in this order. */
  passes?: readonly PassSettings[] | undefined;
  /** Seconds: the moment that its passes are of. */
  t?: number | undefined;
  /** Whether its operations are pictures of which the average is drawn. */
  average?: boolean | undefined;
  /** What of it is seen. */
  mask?: Mask | undefined;
  /** Whether its pixels are those of what lies below it, its operations drawn over them; or are put in their place. */
  below?: true | 'replaced' | undefined;
}

/** A form that a group is seen through. */
export interface Mask {
  /** What the form is drawn of, in the coordinates of the group's operations. */
  operations: Operation[];
  /** What of them counts. */
  by: 'opacity' | 'brightness';
  /** Width of its soft edge from 0 to 100 %, in picture units; its middle is where the edge was. */
  softness: number;
  inverted: boolean;
}

const identity: Matrix = [1, 0, 0, 1, 0, 0];

/** Makes a group; laid on plainly where nothing else is said. */
export const group = (operations: Operation[], part: Partial<GroupOp> = {}): GroupOp => {
  const { opacity = 1, blend = 'normal' } = part;
  return { op: 'group', operations, isolated: false, ...part, opacity, blend };
};

export const groupKind: OperationKind<GroupOp> = {
  bounds({ operations, clipPath, passes = [], matrix = identity, below }, box) {
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
  transform: (operation, matrix) => group([operation], { matrix }),
};
