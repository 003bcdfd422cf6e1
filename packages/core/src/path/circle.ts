import type { InferType } from 'yup';
import type { FieldGroup } from '../property/field';
import { kindSchema } from '../property/kindSchema';
import type { Path } from './path';

const fields = [
  {
    heading: 'Where',
    fields: [
      { kind: 'number', key: 'centerX', label: 'Centre x', min: -20000, max: 20000, step: 10, unit: 'px' },
      { kind: 'number', key: 'centerY', label: 'Centre y', min: -20000, max: 20000, step: 10, unit: 'px' },
      { kind: 'number', key: 'radius', label: 'Radius', min: 1, max: 20000, step: 10, unit: 'px' },
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
  },
] as const satisfies readonly FieldGroup[];

const schema = kindSchema<'circle', { centerX: number; centerY: number; radius: number; start: number }>(
  'circle',
  fields,
);

export type CirclePath = InferType<typeof schema>;

/** A circle by arc length: exact, from the closed form. Runs clockwise on the screen. */
export function circlePath({ centerX, centerY, radius, start }: CirclePath): Path {
  const startAngle = ((start - 90) * Math.PI) / 180;
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

export const circle = {
  label: 'Circle',
  schema,
  fields,
  /** A circle that suits a picture of this size. */
  defaults: (width: number, height: number): CirclePath => ({
    kind: 'circle',
    centerX: width / 2,
    centerY: height / 2,
    radius: Math.round(height * 0.24),
    start: 0,
  }),
  build: circlePath,
};
