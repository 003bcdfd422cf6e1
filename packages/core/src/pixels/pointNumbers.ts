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

/** Nanoseconds that each of them takes for a pixel, about: by these the time of a chain is shared among its passes. */
export const pointCosts: Readonly<Record<PointName, number>> = {
  curves: 3,
  mix: 3,
  tones: 3,
  lookUp: 9,
  vignette: 2,
  grain: 6,
  scanLines: 2,
  wipe: 2,
  invert: 2,
  light: 8,
  veil: 1,
};
