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

export type Operation = BackdropOp | StrokesOp | DotsOp | CurveOp | FillOp | GroupOp;

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

/** Filled circles of one colour, painted as one shape. */
export interface DotsOp {
  op: 'dots';
  /** #rrggbb */
  color: string;
  /** x, y and radius of each. */
  circles: Float32Array;
}

/** One line through points, with round ends. */
export interface CurveOp {
  op: 'curve';
  /** #rrggbb */
  color: string;
  width: number;
  /** Whether its end is joined to its start. */
  closed: boolean;
  /** Corners are rounded; plain ones cost less, and do where points lie close together. */
  corners: 'round' | 'plain';
  /** x and y of each point. */
  points: Float32Array;
}

/** Filled outlines of one colour. */
export interface FillOp {
  op: 'fill';
  /** #rrggbb */
  color: string;
  /** Whether what lies within two outlines is left out. */
  evenOdd: boolean;
  /** x and y of the points of each outline. */
  outlines: Float32Array[];
}

/** Operations painted on their own, then laid on what is below as one. */
export interface GroupOp {
  op: 'group';
  /** 0..1 */
  opacity: number;
  blend: BlendMode;
  operations: Operation[];
}
