import { angleConvention, choicesOf, fields, ofHeight, type ValueOfGroups } from '../../contract';
import { markPositions, partsOf, type Path } from '../path/path';
import type { Inked } from './ink';
import { markBands, orderField } from './order';
import { keptOn } from './positions';
import type { MarkScene } from './scene';

const sideLabels = {
  outward: 'Outward',
  inward: 'Inward',
  both: 'Both',
  opposite: 'Both, reversed',
} as const;
export type Side = keyof typeof sideLabels;

export const sideField = {
  kind: 'choice',
  key: 'side',
  label: 'Side',
  help: 'Of the path. Both has half of the reach on each; reversed, the far side runs backwards.',
  choices: choicesOf(sideLabels),
  default: 'outward',
} as const;

/** How far a mark extends at full level. @param share default, of the picture's height */
export const reachField = (share: number) =>
  ({
    kind: 'number',
    key: 'reach',
    label: 'Reach',
    help: 'How far a mark extends at full level.',
    min: 0,
    max: 10000,
    step: 10,
    unit: 'px',
    reaches: true,
    default: ofHeight(share),
  }) as const;

/** What is left of a mark in silence. @param share default, of the picture's height */
export const restField = (share: number) =>
  ({
    kind: 'number',
    key: 'rest',
    label: 'Rest',
    help: 'What is left of it in silence.',
    min: 0,
    max: 10000,
    step: 1,
    unit: 'px',
    reaches: true,
    default: ofHeight(share),
  }) as const;

/** What of a mark stays on the path while it grows. */
export const anchorField = {
  kind: 'choice',
  key: 'anchor',
  label: 'Anchor',
  help: 'What of a mark stays on the path while it grows.',
  choices: choicesOf({ base: 'Base', centre: 'Centre', tip: 'Tip' }),
  default: 'base',
  shownWhen: { key: 'side', is: ['outward', 'inward'] },
} as const;
export type Anchor = 'base' | 'centre' | 'tip';

/** From where to where a mark of a length goes along its normal, on one side of the path. */
export function extentOf(
  { anchor, side }: { anchor: Anchor; side: Side },
  way: number,
  length: number,
): { from: number; to: number } {
  if (side === 'both' || side === 'opposite' || anchor === 'base') return { from: 0, to: way * length };
  if (anchor === 'centre') return { from: (-way * length) / 2, to: (way * length) / 2 };
  return { from: -way * length, to: 0 };
}

/** How marks, and lines that are open, end. */
export const endsField = <Value extends 'flat' | 'round'>(at: Value) =>
  ({
    kind: 'choice',
    key: 'ends',
    label: 'Ends',
    help: 'Of a mark, or of a line that is open.',
    choices: choicesOf({ flat: 'Flat', round: 'Round' }),
    default: at,
  }) as const;
export type Ends = 'flat' | 'round';

const px = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px', default: 0 } as const;

/** Picture units taken off the width of a mark. */
export const gapField = {
  ...px,
  key: 'gap',
  label: 'Gap',
  help: 'Taken off the width, so that this much is free at least.',
} as const;

export const softField = {
  ...px,
  key: 'soft',
  label: 'Feather',
  help: 'How far the edge fades out.',
  max: 500,
} as const;

export const minField = {
  kind: 'number',
  key: 'least',
  rare: true,
  label: 'Minimum level',
  help: 'Marks of lower levels are not drawn.',
  min: 0,
  max: 1,
  step: 1,
  unit: '%',
  shownPer: 100,
  default: 0,
} as const;

/** How thick a line is. @param size default in a picture of a size */
export const thicknessField = (share: number, least = 2) =>
  ({
    kind: 'number',
    key: 'thickness',
    label: 'Thickness',
    min: 0.1,
    max: 500,
    step: 1,
    unit: 'px',
    default: ofHeight(share, least),
  }) as const;

export const directionFields = fields([
  {
    kind: 'choice',
    key: 'direction',
    label: 'Direction',
    help: 'Across the path, or the same for all marks.',
    choices: choicesOf({ normal: 'Path normal', fixed: 'Fixed' }),
    default: 'normal',
  },
  {
    kind: 'number',
    key: 'angle',
    label: 'Angle',
    help: angleConvention,
    min: -3600,
    max: 3600,
    step: 5,
    unit: '°',
    default: -90,
    shownWhen: { key: 'direction', is: ['fixed'] },
  },
]);

const band = { kind: 'number', min: 1, max: 512, step: 1, unit: '', whole: true } as const;

export const bandRangeFields = fields([
  {
    ...band,
    key: 'bandFrom',
    label: 'First band',
    help: 'The first band of the ear that is shown.',
    default: 1,
  },
  {
    ...band,
    key: 'bandTo',
    label: 'Last band',
    help: 'The last band that is shown; 512 shows all there are.',
    default: 512,
  },
]);

/** What all marks of bands have: which they are, and how they stand. */
export const standFields = fields([...bandRangeFields, orderField, sideField, ...directionFields]);

/** Which bands of the ear a figure shows. */
export type BandRange = ValueOfGroups<readonly [{ fields: typeof bandRangeFields }]>;

/** Where marks stand, and in which direction. */
export type Stand = ValueOfGroups<readonly [{ fields: typeof standFields }]>;

export interface Reach {
  reach: number;
  rest: number;
}

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
  const positions = keptOn(path, `marks ${bands.length}`, () => placeMarks(path, bands.length));
  return bands.map((band, i) => {
    const { along, part, ...position } = positions[i]!;
    const level = weigh(levels[band]!, position.x, position.y, along);
    const farBand = side === 'opposite' ? bands[bands.length - 1 - i]! : band;
    const farLevel = farBand === band ? level : weigh(levels[farBand]!, position.x, position.y, along);
    return { band, level, farBand, farLevel, along, part, ...position };
  });
}

/** Where marks stand: the place, its share of the path, and which of its lines it is on. */
function placeMarks(path: Path, count: number) {
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
