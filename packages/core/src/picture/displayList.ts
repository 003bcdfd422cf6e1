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

export type Operation = BackdropOp | DrawOp | GroupOp;
/** What is drawn itself. */
export type DrawOp = StrokesOp | DotsOp | CurveOp | FillOp | ImagesOp;

/** The whole picture filled: `color` in the middle, `edgeColor` in the corners, and a picture over that. */
export interface BackdropOp {
  op: 'backdrop';
  color: string;
  edgeColor: string;
  /** Key of a picture that covers everything, cut where it is too long or too wide; null for none. */
  picture: string | null;
}

interface Drawn {
  /** #rrggbb or #rrggbbaa */
  color: string;
  /** Picture units over which the edge fades out, outside of the shape. */
  soft: number;
}

/** Straight lines of one style, painted as one shape: where they overlap they do not add up. */
export interface StrokesOp extends Drawn {
  op: 'strokes';
  width: number;
  ends: 'flat' | 'round';
  /** x1, y1, x2, y2 of each line. */
  lines: Float32Array;
}

/** Filled circles of one colour, painted as one shape. */
export interface DotsOp extends Drawn {
  op: 'dots';
  /** x, y and radius of each. */
  circles: Float32Array;
}

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

/**
 * Filled outlines of one colour, painted as one shape by the nonzero rule: an
 * outline that runs against the one around it is a hole.
 */
export interface FillOp extends Drawn {
  op: 'fill';
  /** x and y of the points of each outline. */
  outlines: Float32Array[];
}

/** One picture at several places. */
export interface ImagesOp {
  op: 'images';
  /** Key of the picture: the id it has in the film. */
  picture: string;
  /** x and y of the middle, width, height, clockwise turn in radians, opacity of each. */
  places: Float32Array;
}

/** a, b, c, d, e, f: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];

/** Operations painted on their own, then laid on what is below as one. */
export interface GroupOp {
  op: 'group';
  /** 0..1 */
  opacity: number;
  blend: BlendMode;
  operations: Operation[];
  /** What its operations, its clip included, go through. */
  matrix?: Matrix | undefined;
  /** Outlines that it is cut by, by the even-odd rule. */
  clip?: Float32Array[] | undefined;
}
