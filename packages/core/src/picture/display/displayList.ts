import type { Matrix } from '../../contract';
import type { BlendMode } from '../../pixels';
import type { PassSettings } from '../pass/registry';
import type { Veil } from '../pass/runPasses';
import type { BackdropOp } from './operation/backdrop';
import type { CurveOp } from './operation/curve';
import type { DotsOp } from './operation/dots';
import type { FillOp } from './operation/fill';
import type { ImagesOp } from './operation/images';
import type { ImageOp } from './operation/image';
import type { SceneOp } from './operation/scene';
import type { ShapeOp } from './operation/shape';
import type { SpritesOp } from './operation/sprites';
import type { StrokesOp } from './operation/strokes';

export type {
  BackdropOp,
  CurveOp,
  DotsOp,
  FillOp,
  ImageOp,
  ImagesOp,
  SceneOp,
  ShapeOp,
  SpritesOp,
  StrokesOp,
};

/**
 * A picture as a list of drawing operations, back to front: plain data, in
 * picture units (x right, y down, origin top left), with no reference to a canvas.
 */
export interface Picture {
  width: number;
  height: number;
  operations: Operation[];
  /** Seconds: the moment that its passes are of. */
  t?: number;
  /** What its pixels go through, in this order. */
  passes?: readonly PassSettings[];
  /** What is laid over everything after that, beyond the film's shape too. */
  veil?: Veil;
}

export type Operation = BackdropOp | DrawOp | GroupOp;
/** What is drawn itself. */
export type DrawOp =
  StrokesOp | DotsOp | CurveOp | FillOp | ImagesOp | ImageOp | ShapeOp | SceneOp | SpritesOp;

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
