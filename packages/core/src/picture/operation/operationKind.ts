import type { Box } from '../box';
import type { Matrix, Operation } from '../displayList';

/** What has to be known of a drawing operation without drawing it. */
export interface OperationKind<Op> {
  /** Makes room in a box for what it can touch, in picture units. */
  bounds(operation: Op, box: Box): void;
  /** The same rotated, mirrored and moved; sizes stay, so the matrix must not scale. */
  transform(operation: Op, matrix: Matrix): Operation;
  /** Several of one style as one that is painted as one shape; left out where they cannot be. */
  merge?(all: readonly Op[]): Op;
}

/** What has one colour. */
export interface Drawn {
  /** #rrggbb or #rrggbbaa */
  color: string;
  /** Picture units over which the edge fades out, outside of the shape. */
  soft: number;
}
