/** Passes that look at one pixel alone, by the numbers that compiled code knows them by: see assembly/points.ts. */
export const pointNumbers = {
  curves: 0,
  mix: 1,
  tones: 2,
  lookUp: 3,
  vignette: 4,
  grain: 5,
  scanLines: 6,
  wipe: 7,
  invert: 8,
  light: 9,
  veil: 10,
} as const;

export type PointName = keyof typeof pointNumbers;
