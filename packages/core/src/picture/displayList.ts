import type { PassSettings } from '../pass/registry';
import type { Veil } from '../pass/runPasses';
import type { BackdropOp } from './operation/backdrop';
import type { CurveOp } from './operation/curve';
import type { DotsOp } from './operation/dots';
import type { FillOp } from './operation/fill';
import type { GroupOp, Mask } from './operation/group';
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
  GroupOp,
  ImageOp,
  ImagesOp,
  Mask,
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

/** a, b, c, d, e, f: x' = a x + c y + e, y' = b x + d y + f. */
export type Matrix = readonly [number, number, number, number, number, number];
