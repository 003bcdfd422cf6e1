/** Fields that more than one way of listening has. */

export const ms = { unit: 'ms', shownPer: 1000 } as const;

export const fromField = {
  kind: 'number',
  key: 'fromHz',
  label: 'From',
  default: 40,
  min: 1,
  max: 23900,
  step: 5,
  unit: 'Hz',
} as const;
export const toField = {
  kind: 'number',
  key: 'toHz',
  label: 'To',
  default: 14000,
  min: 2,
  max: 24000,
  step: 100,
  unit: 'Hz',
} as const;

/** Levels in dB that count as nothing, and from which on they count as full. */
export const floorDb = { kind: 'number', min: -160, max: 20, step: 1, unit: 'dB' } as const;
export const ceilingDb = {
  ...floorDb,
  key: 'ceilingDb',
  label: 'Ceiling',
  min: -159,
  max: 40,
} as const;
/** The same as shares of all levels of the song. */
export const floorPercent = { kind: 'number', min: 0, max: 99.9, step: 1, unit: '%' } as const;
export const ceilingPercent = {
  kind: 'number',
  key: 'ceilingPercent',
  label: 'Ceiling',
  min: 0.1,
  max: 100,
  step: 0.5,
  unit: '%',
} as const;

export const attackField = {
  kind: 'number',
  key: 'attack',
  label: 'Attack',
  min: 0,
  max: 5,
  step: 5,
  ...ms,
} as const;
export const releaseField = {
  kind: 'number',
  key: 'release',
  label: 'Release',
  min: 0,
  max: 10,
  step: 10,
  ...ms,
} as const;
