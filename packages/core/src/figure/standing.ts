import { markPositions, type Path } from '../path/path';
import { markBands, type BandOrder } from './order';

export const sideField = {
  kind: 'choice',
  key: 'side',
  label: 'Side',
  choices: [
    { value: 'outward', label: 'Outward' },
    { value: 'inward', label: 'Inward' },
    { value: 'both', label: 'Both' },
  ],
} as const;
export type Side = (typeof sideField.choices)[number]['value'];

export const reachFields = [
  {
    kind: 'number',
    key: 'reach',
    label: 'Reach',
    help: 'How far a mark extends at full level.',
    min: 0,
    max: 10000,
    step: 10,
    unit: 'px',
  },
  {
    kind: 'number',
    key: 'rest',
    label: 'Rest',
    help: 'What is left of it in silence.',
    min: 0,
    max: 10000,
    step: 1,
    unit: 'px',
  },
] as const;

/** A mark's place on the path, with its level. */
export interface Standing {
  /** Which of the bands it shows. */
  band: number;
  level: number;
  x: number;
  y: number;
  normalX: number;
  normalY: number;
}

/** Where the marks of a figure stand, in the order of the path, each in the middle of its share of the length. */
export function standingMarks(path: Path, levels: ArrayLike<number>, order: BandOrder): Standing[] {
  const bands = markBands(levels.length, order);
  const positions = markPositions(path, bands.length);
  return bands.map((band, i) => ({ band, level: levels[band]!, ...path.at(positions[i]!) }));
}

/** How far a mark extends at a level. */
export const extentAt = ({ rest, reach }: { rest: number; reach: number }, level: number) =>
  Math.max(rest + (reach - rest) * level, 0);

/** On which sides of the path something is drawn: 1 outward, -1 inward; on both it has half on each. */
export const sidesOf = (side: Side): { ways: readonly number[]; share: number } =>
  ({
    outward: { ways: [1], share: 1 },
    inward: { ways: [-1], share: 1 },
    both: { ways: [1, -1], share: 0.5 },
  })[side];
