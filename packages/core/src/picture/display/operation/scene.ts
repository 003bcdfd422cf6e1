import { addPoint, type Box } from '../../../contract';
import type { SceneMesh } from '../../scene/mesh';
import type { OperationKind } from './operationKind';

/** A stage with depth, lit and seen by a camera: the rasteriser paints it. */
export interface SceneOp {
  op: 'scene';
  meshes: readonly SceneMesh[];
  /**
   * Four rows of four numbers, by which a place x, y, z, 1 on the stage is multiplied: x and y in picture units and depth
   * (the larger the nearer, more than 0), all times the fourth, w.
   */
  rows: Float64Array;
  /** Least w: what is nearer is cut away. */
  near: number;
  /** Picture units of one unit of the stage at w = 1. */
  focal: number;
  isPerspective: boolean;
  /** Ids of the images that it depends on, whether they are here or not. */
  wanted: readonly string[];
  /** What it can touch in the picture. */
  box: Box;
}

export const scene: OperationKind<SceneOp> = {
  bounds({ box: [left, top, right, bottom] }, box) {
    addPoint(box, left, top, 0);
    addPoint(box, right, bottom, 0);
  },
};
