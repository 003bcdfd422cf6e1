import * as yup from 'yup';
import type { FieldGroup } from '../property/field';
import { fieldsSchema } from '../property/fieldSchema';

/** A region that scales how much a figure reacts. */
export interface Falloff {
  shape: 'circle' | 'box' | 'linear' | 'path';
  centerX: number;
  centerY: number;
  /** Of a circle. */
  radius: number;
  /** Of a box. */
  width: number;
  height: number;
  /** Degrees clockwise, of a box and of a line; a line looks up at 0. */
  turn: number;
  /** Shares of the path. */
  from: number;
  to: number;
  /** Picture units over which it goes from full to what is left outside; along a path, a share of that. */
  soft: number;
  softShare: number;
  /** What is left outside, 0 to 1. */
  outside: number;
  invert: boolean;
  /** How it goes together with those before it. */
  combine: 'multiply' | 'add' | 'greater';
}

const circle = { key: 'shape', is: ['circle'] } as const;
const box = { key: 'shape', is: ['box'] } as const;
const path = { key: 'shape', is: ['path'] } as const;
const share = { kind: 'number', min: 0, max: 1, step: 5, unit: '%', shownPer: 100 } as const;
const place = { kind: 'number', min: -20000, max: 20000, step: 10, unit: 'px' } as const;
const placed = { key: 'shape', isNot: ['path'] } as const;

export const falloffFields: readonly FieldGroup[] = [
  {
    heading: 'Falloff',
    fields: [
      {
        ...({ kind: 'choice', key: 'shape', label: 'Shape' } as const),
        choices: [
          { value: 'circle', label: 'Circle' },
          { value: 'box', label: 'Box' },
          { value: 'linear', label: 'Straight edge' },
          { value: 'path', label: 'Along the path' },
        ],
      },
      { ...place, key: 'centerX', label: 'Centre x', shownWhen: placed },
      { ...place, key: 'centerY', label: 'Centre y', shownWhen: placed },
      { ...place, key: 'radius', label: 'Radius', min: 0, shownWhen: circle },
      { ...place, key: 'width', label: 'Width', min: 0, shownWhen: box },
      { ...place, key: 'height', label: 'Height', min: 0, shownWhen: box },
      {
        ...({
          kind: 'number',
          key: 'turn',
          label: 'Turned by',
          min: -360,
          max: 360,
          step: 5,
          unit: '°',
        } as const),
        shownWhen: { key: 'shape', is: ['box', 'linear'] },
      },
      { ...share, key: 'from', label: 'From', shownWhen: path },
      { ...share, key: 'to', label: 'To', shownWhen: path },
      {
        ...{ ...place, key: 'soft', label: 'Soft edge', min: 0, shownWhen: placed },
        help: 'Over so much it goes from full to what is left outside.',
      },
      { ...share, key: 'softShare', label: 'Soft edge', shownWhen: path },
      { ...share, key: 'outside', label: 'Left outside', help: 'How much the figure still reacts there.' },
      { kind: 'switch', key: 'invert', label: 'Other way round', help: 'Full outside, less inside.' },
      {
        ...({ kind: 'choice', key: 'combine', label: 'With those above' } as const),
        choices: [
          { value: 'multiply', label: 'Multiplied' },
          { value: 'add', label: 'Added' },
          { value: 'greater', label: 'The greater' },
        ],
      },
    ],
  },
];

export const falloffSchema = () =>
  yup
    .object(fieldsSchema(falloffFields) as { [Key in keyof Falloff]: yup.Schema<Falloff[Key]> })
    .required()
    .noUnknown();

/** A circle in the middle of a picture of this size. */
export const falloffStandard = (width: number, height: number): Falloff => ({
  shape: 'circle',
  centerX: width / 2,
  centerY: height / 2,
  radius: Math.round(height * 0.25),
  width: Math.round(width * 0.4),
  height: Math.round(height * 0.4),
  turn: 0,
  from: 0,
  to: 0.5,
  soft: Math.round(height * 0.2),
  softShare: 0.1,
  outside: 0,
  invert: false,
  combine: 'multiply',
});

/** From 1 to 0 while x goes from 0 to 1, without a corner at either end (smoothstep). */
function ease(x: number): number {
  const u = 1 - Math.min(Math.max(x, 0), 1);
  return u * u * (3 - 2 * u);
}

/** Distance by which something is beyond an edge, as a share of how soft that is; a hard edge is a jump. */
const beyond = (distance: number, soft: number) => (soft > 0 ? distance / soft : distance > 0 ? 1 : 0);

/** How much of a region is at a place: 1 inside, 0 beyond its soft edge. */
function inside(falloff: Falloff, x: number, y: number, along: number): number {
  const { shape, centerX, centerY, radius, width, height, soft } = falloff;
  const angle = (-falloff.turn * Math.PI) / 180;
  const [dx, dy] = [x - centerX, y - centerY];
  const [ownX, ownY] = [
    Math.cos(angle) * dx - Math.sin(angle) * dy,
    Math.sin(angle) * dx + Math.cos(angle) * dy,
  ];
  switch (shape) {
    case 'circle':
      return ease(beyond(Math.hypot(dx, dy) - radius, soft));
    case 'box': {
      const [outX, outY] = [Math.abs(ownX) - width / 2, Math.abs(ownY) - height / 2];
      return ease(beyond(Math.hypot(Math.max(outX, 0), Math.max(outY, 0)), soft));
    }
    case 'linear':
      return ease(beyond(ownY, soft));
    case 'path':
      return ease(beyond(Math.max(falloff.from - along, along - falloff.to), falloff.softShare));
  }
}

/** How much a figure reacts at a place, 0 to 1: that of its first region, with those of the others. */
export function falloffAt(falloffs: readonly Falloff[], x: number, y: number, along: number): number {
  let all = 1;
  falloffs.forEach((falloff, i) => {
    const share = inside(falloff, x, y, along);
    const { outside } = falloff;
    const value = outside + (1 - outside) * (falloff.invert ? 1 - share : share);
    if (i === 0 || falloff.combine === 'multiply') all *= value;
    else if (falloff.combine === 'add') all = Math.min(all + value, 1);
    else all = Math.max(all, value);
  });
  return all;
}
