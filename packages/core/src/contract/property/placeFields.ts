/** Fields of whatever stands somewhere in the picture. */

export const rotationField = {
  kind: 'number',
  key: 'rotation',
  label: 'Rotation',
  help: 'Clockwise.',
  min: -3600,
  max: 3600,
  step: 5,
  unit: '°',
  default: 0,
} as const;

export const opacityField = {
  kind: 'number',
  key: 'opacity',
  label: 'Opacity',
  min: 0,
  max: 1,
  step: 5,
  unit: '%',
  shownPer: 100,
  default: 1,
} as const;
