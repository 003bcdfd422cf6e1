import type { Path } from './path';
import { centerFields, pathShape, radians, sizeField } from './shape';

interface Circle {
  centerX: number;
  centerY: number;
  radius: number;
  /** Degrees from the top, clockwise. */
  start: number;
}

/** A circle by arc length: exact, from the closed form. Runs clockwise on the screen. */
export function circlePath({ centerX, centerY, radius, start }: Circle): Path {
  const startAngle = radians(start - 90);
  return {
    length: 2 * Math.PI * radius,
    closed: true,
    at(s) {
      const angle = startAngle + s / radius;
      const normalX = Math.cos(angle);
      const normalY = Math.sin(angle);
      return { x: centerX + radius * normalX, y: centerY + radius * normalY, normalX, normalY };
    },
  };
}

export const circle = pathShape<'circle', Circle>(
  'circle',
  'Circle',
  [
    ...centerFields,
    sizeField('radius', 'Radius'),
    {
      kind: 'number',
      key: 'start',
      label: 'Starts at',
      help: 'Where the first band stands: 0° is the top, angles run clockwise.',
      min: -360,
      max: 360,
      step: 5,
      unit: '°',
    },
  ],
  (width, height) => ({
    centerX: width / 2,
    centerY: height / 2,
    radius: Math.round(height * 0.24),
    start: 0,
  }),
  circlePath,
);
