import { SumsCache } from '../drive/propertySums';
import type { Outlines } from '../figure/imageMarks';
import { PathCache } from '../path/pathCache';
import type { Ramps } from '../property/palette';
import { LastUsed } from './lastUsed';

/** What was worked out while drawing, kept for the frames to come. Bounded; belongs to whoever draws. */
export class DrawCache {
  readonly paths = new PathCache();
  /** Colours of gradients. */
  readonly ramps: Ramps = new LastUsed<readonly string[]>(200);
  /** Integrals of properties that move. */
  readonly sums = new SumsCache();
  /** Shapes that stand as marks, by their path data. */
  readonly outlines = new LastUsed<Outlines>(50);
}
