import type { BlendMode } from './blend';

/**
 * A picture as a list of drawing operations, back to front: plain data, in
 * picture units (x right, y down, origin top left), with no reference to a canvas.
 */
export interface Picture {
  width: number;
  height: number;
  operations: Operation[];
}

export type Operation = BackdropOp | StrokesOp | GroupOp;

/** The whole picture filled: `color` in the middle, `edgeColor` in the corners. */
export interface BackdropOp {
  op: 'backdrop';
  color: string;
  edgeColor: string;
}

/** Straight lines of one style, painted as one shape: where they overlap they do not add up. */
export interface StrokesOp {
  op: 'strokes';
  /** #rrggbb */
  color: string;
  width: number;
  ends: 'flat' | 'round';
  /** x1, y1, x2, y2 of each line. */
  lines: Float32Array;
}

/** Operations painted on their own, then laid on what is below as one. */
export interface GroupOp {
  op: 'group';
  /** 0..1 */
  opacity: number;
  blend: BlendMode;
  operations: Operation[];
}
