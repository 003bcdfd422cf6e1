import { type Condition, type Point, seedField as anySeedField, type Size } from '../../contract';

/** Fields that many passes have. */

export const percent = <const Key extends string>(
  key: Key,
  label: string,
  standard: number,
  part: { min?: number; max?: number; help?: string; step?: number; shownWhen?: Condition } = {},
) =>
  ({
    kind: 'number',
    key,
    label,
    min: 0,
    max: 1,
    step: 5,
    unit: '%',
    shownPer: 100,
    default: standard,
    ...part,
  }) as const;

export const distance = <const Key extends string>(
  key: Key,
  label: string,
  standard: number | ((size: Size) => number),
  part: { min?: number; max?: number; help?: string; step?: number; shownWhen?: Condition } = {},
) =>
  ({
    kind: 'number',
    key,
    label,
    min: 0,
    max: 4000,
    step: 1,
    unit: 'px',
    default: standard,
    ...part,
  }) as const;

export const angle = <const Key extends string>(
  key: Key,
  label: string,
  standard: number,
  part: { help?: string; shownWhen?: Condition } = {},
) =>
  ({
    kind: 'number',
    key,
    label,
    min: -36000,
    max: 36000,
    step: 1,
    unit: '°',
    default: standard,
    ...part,
  }) as const;

/** The middle of the picture. */
export const middle = ({ width, height }: Size): Point => ({ x: width / 2, y: height / 2 });

export const centreField = {
  kind: 'point',
  key: 'centre',
  label: 'Centre',
  min: -20000,
  max: 20000,
  step: 10,
  unit: 'px',
  default: middle,
} as const;

export const seedField = { ...anySeedField, rare: true } as const;

/** What lies beyond the edges. */
export const edgesField = <const Standard extends 'clear' | 'repeat' | 'mirror'>(standard: Standard) =>
  ({
    kind: 'choice',
    key: 'edges',
    label: 'Edges',
    help: 'What is seen of what lies beyond them.',
    choices: [
      { value: 'clear', label: 'Clear' },
      { value: 'repeat', label: 'Repeat' },
      { value: 'mirror', label: 'Mirror' },
    ],
    default: standard,
    rare: true,
  }) as const;
