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
  /** Arc lengths at which the direction may change at once: where its pieces meet. None when left out. */
  readonly joints?: readonly number[];
  /** The lines that a path of several is made of, one after the other; left out when it is one line. */
  readonly parts?: readonly Path[];
  /** What the path was made of by {@link mapPath}: what is known of that need not be found again. */
  readonly mapped?: { base: Path; scale: number; change: (point: PathPoint) => PathPoint };
}

/**
 * Arc lengths of `count` marks, each in the middle of its own equal share of the
 * path, so that a closed path shows no seam and an open one is filled evenly.
 */
export function markPositions(path: Path, count: number): number[] {
  return Array.from({ length: count }, (_, i) => ((i + 0.5) / count) * path.length);
}

/** The single lines of a path. */
export const partsOf = (path: Path): readonly Path[] => path.parts ?? [path];

/** Lines one after the other as one path, measured through all of them; a single one stays as it is. */
export function joinParts(parts: readonly Path[]): Path {
  if (parts.length === 1) return parts[0]!;
  const starts: number[] = [];
  let length = 0;
  for (const part of parts) {
    starts.push(length);
    length += part.length;
  }
  return {
    length,
    closed: false,
    parts,
    at(s) {
      const position = Math.min(Math.max(s, 0), length);
      let index = starts.length - 1;
      while (index > 0 && starts[index]! > position) index--;
      // Right at the end a closed line would be back at its start, which is the same place.
      return parts[index]!.at(position - starts[index]!);
    },
  };
}

/** The same path seen through a change of its points: `change` gets each place and returns the new one. */
export function mapPath(path: Path, scale: number, change: (point: PathPoint) => PathPoint): Path {
  return {
    length: path.length * scale,
    closed: path.closed,
    mapped: { base: path, scale, change },
    at: (s) => change(path.at(scale === 0 ? 0 : s / scale)),
    ...(path.joints ? { joints: path.joints.map((s) => s * scale) } : {}),
    ...(path.parts ? { parts: path.parts.map((part) => mapPath(part, scale, change)) } : {}),
  };
}
