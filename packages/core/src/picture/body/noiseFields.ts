/** Which of all noises a body stands in. */
export const seedField = {
  kind: 'number',
  key: 'seed',
  label: 'Seed',
  min: 0,
  max: 99999,
  step: 1,
  unit: '',
  whole: true,
  default: 1,
  driven: false,
} as const;

/** Where in its noise a body is. */
export const driftField = {
  kind: 'number',
  key: 'drift',
  label: 'Drift',
  help: 'Where in the noise it is: drive it with a ramp to let it flow.',
  min: -1e6,
  max: 1e6,
  step: 10,
  unit: 'px',
  default: 0,
} as const;
