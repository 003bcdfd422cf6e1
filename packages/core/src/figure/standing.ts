import { markPositions, partsOf, type Path } from '../path/path';
import type { Inked } from './ink';
import { markBands, orderField, type BandOrder } from './order';
import { keptOn } from './places';
import type { MarkScene } from './scene';

export const sides = ['outward', 'inward', 'both', 'opposite'] as const;
export type Side = (typeof sides)[number];

export const sideField = {
  kind: 'choice',
  key: 'side',
  label: 'Side',
  help: 'Of the path. On both sides it has half on each; the other way round, the far side runs backwards.',
  choices: [
    { value: 'outward', label: 'Outward' },
    { value: 'inward', label: 'Inward' },
    { value: 'both', label: 'Both' },
    { value: 'opposite', label: 'Both, reversed' },
  ],
} as const;

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

/** What of a mark stays on the path while it grows. */
export type Pivot = 'base' | 'centre' | 'tip';

export const pivotField = {
  kind: 'choice',
  key: 'pivot',
  label: 'Stands by its',
  help: 'What of a mark stays on the path while it grows.',
  choices: [
    { value: 'base', label: 'Base' },
    { value: 'centre', label: 'Centre' },
    { value: 'tip', label: 'Tip' },
  ],
  shownWhen: { key: 'side', is: ['outward', 'inward'] },
} as const;

/** From where to where a mark of a length goes along its normal, on one side of the path. */
export function extentOf(
  { pivot, side }: { pivot: Pivot; side: Side },
  way: number,
  length: number,
): { from: number; to: number } {
  if (side === 'both' || side === 'opposite' || pivot === 'base') return { from: 0, to: way * length };
  if (pivot === 'centre') return { from: (-way * length) / 2, to: (way * length) / 2 };
  return { from: -way * length, to: 0 };
}

export const endsField = {
  kind: 'choice',
  key: 'ends',
  label: 'Ends',
  help: 'Of a mark, or of a line that is open.',
  choices: [
    { value: 'flat', label: 'Flat' },
    { value: 'round', label: 'Round' },
  ],
} as const;
export type Ends = 'flat' | 'round';

/** Picture units taken off the width of a mark. */
export const gapField = {
  kind: 'number',
  key: 'gap',
  label: 'Gap',
  help: 'Taken off the width, so that this much is free at least.',
  min: 0,
  max: 2000,
  step: 1,
  unit: 'px',
} as const;

export const softField = {
  kind: 'number',
  key: 'soft',
  label: 'Soft edge',
  help: 'How far the edge fades out.',
  min: 0,
  max: 500,
  step: 1,
  unit: 'px',
} as const;

export const leastField = {
  kind: 'number',
  key: 'least',
  label: 'Least level',
  help: 'Marks of lower levels are not drawn.',
  min: 0,
  max: 1,
  step: 1,
  unit: '%',
  shownPer: 100,
} as const;

export const directionFields = [
  {
    kind: 'choice',
    key: 'direction',
    label: 'Direction',
    help: 'Across the path, or the same for all marks.',
    choices: [
      { value: 'normal', label: 'Off the path' },
      { value: 'fixed', label: 'Fixed' },
    ],
  },
  {
    kind: 'number',
    key: 'angle',
    label: 'Angle',
    help: '0° is up, angles run clockwise.',
    min: -360,
    max: 360,
    step: 5,
    unit: '°',
    shownWhen: { key: 'direction', is: ['fixed'] },
  },
] as const;

export const bandRangeFields = [
  {
    kind: 'number',
    key: 'bandFrom',
    label: 'From band',
    help: 'The first band of the ear that is shown.',
    min: 1,
    max: 512,
    step: 1,
    unit: '',
    whole: true,
  },
  {
    kind: 'number',
    key: 'bandTo',
    label: 'To band',
    help: 'The last band that is shown; 512 shows all there are.',
    min: 1,
    max: 512,
    step: 1,
    unit: '',
    whole: true,
  },
] as const;

/** What all marks of bands have: which they are, and how they stand. */
export const standFields = [...bandRangeFields, orderField, sideField, ...directionFields] as const;

/** Which bands of the ear a figure shows. */
export interface BandRange {
  bandFrom: number;
  bandTo: number;
}

/** Where marks stand, and in which direction. */
export interface Stand extends BandRange {
  order: BandOrder;
  side: Side;
  direction: 'normal' | 'fixed';
  /** Degrees from the top, clockwise. */
  angle: number;
}

export interface Reach {
  reach: number;
  rest: number;
}

export const standStandard: Stand = {
  ...{ bandFrom: 1, bandTo: 512, order: 'mirrored', side: 'outward' },
  ...{ direction: 'normal', angle: 0 },
};

/** The bands that a figure shows, of so many: [first, end). At least one, of an ear that has any. */
export function bandsShown(bands: number, { bandFrom, bandTo }: BandRange): [number, number] {
  const first = Math.min(Math.max(bandFrom - 1, 0), Math.max(bands - 1, 0));
  return [first, Math.max(Math.min(bandTo, bands), Math.min(first + 1, bands))];
}

/** A mark's place on the path, with its level. */
export interface Standing extends Inked {
  x: number;
  y: number;
  normalX: number;
  normalY: number;
  /** Level on the far side of the path, where that runs backwards. */
  farLevel: number;
  /** Which band that is. */
  farBand: number;
  /** Which of the path's lines it stands on. */
  part: number;
}

/** Where the marks of a figure stand, in the order of the path, each in the middle of its share of the length. */
export function standingMarks(
  { path, levels, weigh }: Pick<MarkScene, 'path' | 'levels' | 'weigh'>,
  { order, side }: Pick<Stand, 'order' | 'side'>,
): Standing[] {
  const bands = markBands(levels.length, order);
  const places = keptOn(path, `marks ${bands.length}`, () => markPlaces(path, bands.length));
  return bands.map((band, i) => {
    const { along, part, ...place } = places[i]!;
    const level = weigh(levels[band]!, place.x, place.y, along);
    const farBand = side === 'opposite' ? bands[bands.length - 1 - i]! : band;
    const farLevel = farBand === band ? level : weigh(levels[farBand]!, place.x, place.y, along);
    return { band, level, farBand, farLevel, along, part, ...place };
  });
}

/** Where marks stand: the place, its share of the path, and which of its lines it is on. */
function markPlaces(path: Path, count: number) {
  let end = 0;
  const ends = partsOf(path).map((part) => (end += part.length));
  let part = 0;
  return markPositions(path, count).map((s) => {
    while (part < ends.length - 1 && s > ends[part]!) part++;
    const { x, y, normalX, normalY } = path.at(s);
    return { x, y, normalX, normalY, along: path.length > 0 ? s / path.length : 0, part };
  });
}

/** How far a mark extends at a level. */
export const extentAt = ({ rest, reach }: Reach, level: number) => Math.max(rest + (reach - rest) * level, 0);

/** On which sides of the path something is drawn: 1 outward, -1 inward; on both it has half on each. */
export const sidesOf = (side: Side): { ways: readonly number[]; share: number } =>
  ({
    outward: { ways: [1], share: 1 },
    inward: { ways: [-1], share: 1 },
    both: { ways: [1, -1], share: 0.5 },
    opposite: { ways: [1, -1], share: 0.5 },
  })[side];

/** The mark as it is on one side. */
export const onSide = (mark: Standing, way: number): Standing =>
  way < 0 && mark.farBand !== mark.band ? { ...mark, band: mark.farBand, level: mark.farLevel } : mark;
