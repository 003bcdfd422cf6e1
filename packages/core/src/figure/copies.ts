import { mapPath, type Path } from '../path/path';
import type { Field, FieldGroup } from '../property/field';

/** Copies of a figure, each a step further than the one before. */
export interface Copies {
  /** Figures there are, the first included. */
  count: number;
  /** What turns and grows around: the middle of the path, or of the picture. */
  around: 'path' | 'picture';
  /** Picture units by which each copy is moved. */
  moveX: number;
  moveY: number;
  /** Degrees, clockwise. */
  turn: number;
  /** Factors. */
  scale: number;
  reach: number;
  opacity: number;
  /** Seconds by which each copy is later in the sound. */
  delay: number;
  /** Degrees by which the hue of each copy is turned. */
  hue: number;
  /** Bands by which the range of each copy lies higher. */
  bandStep: number;
  /** Whether the bands continue from copy to copy, instead of all being shown by each. */
  share: boolean;
}

export const copiesStandard: Copies = {
  count: 1,
  around: 'path',
  moveX: 0,
  moveY: 0,
  turn: 0,
  scale: 1,
  reach: 1,
  opacity: 1,
  delay: 0,
  hue: 0,
  bandStep: 0,
  share: false,
};

const several = { key: 'count', isNot: [1] } as const;
const move = { kind: 'number', min: -5000, max: 5000, step: 5, unit: 'px', shownWhen: several } as const;
const factor = {
  kind: 'number',
  min: 0.01,
  max: 10,
  step: 5,
  unit: '%',
  shownPer: 100,
  shownWhen: several,
} as const;

const fields: Field[] = [
  { kind: 'number', key: 'count', label: 'How many', min: 1, max: 100, step: 1, unit: '', whole: true },
  {
    kind: 'choice',
    key: 'around',
    label: 'Around',
    help: 'What the copies turn and grow around.',
    choices: [
      { value: 'path', label: 'The path’s middle' },
      { value: 'picture', label: 'The picture’s middle' },
    ],
    shownWhen: several,
  },
  { ...move, key: 'moveX', label: 'Moved right' },
  { ...move, key: 'moveY', label: 'Moved down' },
  { ...move, key: 'turn', label: 'Turned by', min: -360, max: 360, unit: '°' },
  { ...factor, key: 'scale', label: 'Scaled to' },
  { ...factor, key: 'reach', label: 'Reach', help: 'Of each copy, as a share of the one before.' },
  { ...factor, key: 'opacity', label: 'Opacity', max: 1 },
  { ...move, key: 'hue', label: 'Hue turned by', min: -180, max: 180, unit: '°' },
  {
    kind: 'number',
    key: 'delay',
    label: 'Later by',
    help: 'Each copy shows the sound so much later: a wave runs through them.',
    min: -5,
    max: 5,
    step: 10,
    unit: 'ms',
    shownPer: 1000,
    shownWhen: several,
  },
  {
    kind: 'switch',
    key: 'share',
    label: 'Bands go on',
    help: 'The bands go on from copy to copy: five copies of an ear with fifty bands have ten each.',
    shownWhen: several,
  },
  {
    ...{ kind: 'number', key: 'bandStep', label: 'Bands higher', whole: true },
    help: 'The bands of each copy lie so many higher than those of the one before.',
    ...{ min: -512, max: 512, step: 1, unit: '', shownWhen: [several, { key: 'share', is: [false] }] },
  },
];
export const copiesFields: readonly FieldGroup[] = [{ heading: 'Copies', fields }];

/** Paths of copies made so far: marks keep their places on them from frame to frame. */
const made = new WeakMap<Path, Map<string, Path>>();

/** The path of the copy with a number, the first being 0: scaled, turned and moved by so many steps. */
export function pathOfCopy(path: Path, copies: Copies, index: number, width: number, height: number): Path {
  if (index === 0) return path;
  let all = made.get(path);
  if (!all) made.set(path, (all = new Map()));
  const { around, moveX, moveY, turn, scale } = copies;
  const key = [around, moveX, moveY, turn, scale, index, width, height].join(' ');
  let copy = all.get(key);
  if (!copy) {
    if (all.size >= 200) all.clear();
    all.set(key, (copy = makePath(path, copies, index, width, height)));
  }
  return copy;
}

function makePath(path: Path, copies: Copies, index: number, width: number, height: number): Path {
  const scale = copies.scale ** index;
  const angle = (copies.turn * index * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const pivot = copies.around === 'picture' ? { x: width / 2, y: height / 2 } : middleOf(path);
  const [moveX, moveY] = [copies.moveX * index, copies.moveY * index];
  return mapPath(path, scale, ({ x, y, normalX, normalY }) => {
    const [dx, dy] = [scale * (x - pivot.x), scale * (y - pivot.y)];
    return {
      x: pivot.x + cos * dx - sin * dy + moveX,
      y: pivot.y + sin * dx + cos * dy + moveY,
      normalX: cos * normalX - sin * normalY,
      normalY: sin * normalX + cos * normalY,
    };
  });
}

/** Middle of the box around a path. */
function middleOf(path: Path): { x: number; y: number } {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i <= 64; i++) {
    const { x, y } = path.at((i / 64) * path.length);
    [left, right] = [Math.min(left, x), Math.max(right, x)];
    [top, bottom] = [Math.min(top, y), Math.max(bottom, y)];
  }
  return { x: (left + right) / 2, y: (top + bottom) / 2 };
}

/**
 * The bands that a copy shows, of those in `range`: [first, end). Shared bands are as
 * equal in number as they can be; a range that moves stays within the ear's bands.
 * @param bands how many the ear has
 */
export function bandsOfCopy(
  [from, to]: readonly [number, number],
  bands: number,
  { count, share, bandStep }: Copies,
  index: number,
): [number, number] {
  const width = to - from;
  if (!share) {
    const first = Math.min(Math.max(from + bandStep * index, 0), Math.max(bands - width, 0));
    return [first, first + width];
  }
  return [from + Math.round((index * width) / count), from + Math.round(((index + 1) * width) / count)];
}
