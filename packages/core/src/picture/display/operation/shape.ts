import { addPoints } from '../../../contract';
import type { Paint } from '../../../pixels';
import type { OperationKind } from './operationKind';

/** Outlines filled and drawn, in colours or gradients. */
export interface ShapeOp {
  op: 'shape';
  /** x and y of the points of each outline. */
  outlines: Float32Array[];
  /** Whether the end of each is joined to its start where it is drawn. */
  closed: boolean;
  /** Null for none. */
  fill: Paint | null;
  /** Where outlines lie within each other: what lies in two of them is free, or only where they run against each other. */
  rule: 'evenodd' | 'nonzero';
  stroke: Paint | null;
  width: number;
  ends: 'flat' | 'round';
  corners: 'round' | 'plain';
  /** Lengths of dashes and of the gaps between them; none for a line without. */
  dashes: readonly number[];
  dashOffset: number;
}

export const shape: OperationKind<ShapeOp> = {
  bounds: ({ outlines, width, stroke }, box) =>
    outlines.forEach((outline) => addPoints(box, outline, stroke === null ? 0 : width)),
};

/** A shape that is only filled. */
export const filled = (outlines: Float32Array[], fill: Paint): ShapeOp => ({
  op: 'shape',
  outlines,
  closed: true,
  fill,
  rule: 'nonzero',
  stroke: null,
  width: 0,
  ends: 'flat',
  corners: 'plain',
  dashes: [],
  dashOffset: 0,
});
