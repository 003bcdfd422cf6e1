/** A place on a path, in picture units (x to the right, y down). */
export interface PathPoint {
  x: number;
  y: number;
  /** Unit normal: away from the middle of a closed path, to the left of an open one's direction. */
  normalX: number;
  normalY: number;
}

/** A line to set marks along, measured by its length. */
export interface Path {
  /** Arc length in picture units. */
  readonly length: number;
  readonly closed: boolean;
  /** The place at arc length `s` from the start; beyond the ends, a closed path goes round. */
  at(s: number): PathPoint;
}

/**
 * Arc lengths of `count` marks, each in the middle of its own equal share of the
 * path, so that a closed path shows no seam and an open one is filled evenly.
 */
export function markPositions(path: Path, count: number): number[] {
  return Array.from({ length: count }, (_, i) => ((i + 0.5) / count) * path.length);
}
