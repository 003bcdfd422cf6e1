import { LastUsed } from '../../contract';
import type { Outlines } from '../path/outlines';
import { PathCache } from '../path/pathCache';
import type { Ramps } from '../palette/palette';
import { SumsCache } from './sums';
import type { SceneMesh } from '../scene/mesh';

/** Meshes, and what they were made of: the hash of all that is plain data, and the image that is reflected in them. */
export interface LitMeshes {
  hash: string;
  around: object | undefined;
  meshes: SceneMesh[];
}

/** What was worked out while drawing, kept for the frames to come. Bounded; belongs to whoever draws. */
export class DrawCache {
  readonly paths = new PathCache();
  /** Colours of gradients. */
  readonly ramps: Ramps = new LastUsed<readonly string[]>(200);
  /** Integrals of properties that move. */
  readonly sums = new SumsCache();
  /** What stands on stages as it was lit last, by layer, body and shape. */
  readonly meshes = new LastUsed<LitMeshes>(200);
  /** Shapes that stand as marks, by their path data. */
  readonly outlines = new LastUsed<Outlines>(50);
}
