import type { Box, Matrix } from '../../../contract';

/**
 * What has to be known of a drawing operation without drawing it.
 * @typeParam Inner what it may hold
 */
export interface OperationKind<Op, Inner = never> {
  /**
   * Makes room in a box for what it can touch, in picture units.
   * @param boundsOf the same of what it holds
   */
  bounds(operation: Op, box: Box, boundsOf: (operations: readonly Inner[]) => Box): void;
  /**
   * The same rotated, mirrored and moved; sizes stay, so the matrix must not scale. It is put into a group with the matrix
   * where this is left out or gives undefined.
   */
  transform?(operation: Op, matrix: Matrix): Op | undefined;
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
