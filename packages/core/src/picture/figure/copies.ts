import { LastUsed, choicesOf, defaultsOf, exact, record, type ValueOf } from '../../contract';
import { group } from '../display/operations';
import { mapPath, type Path } from '../path/path';
import type { Drawing, Modifier } from './modifier';

const several = { key: 'count', isNot: [1] } as const;
const angle = { kind: 'number', step: 5, unit: '°', default: 0, shownWhen: several } as const;
const factor = {
  kind: 'number',
  min: 0.01,
  max: 10,
  step: 5,
  unit: '%',
  shownPer: 100,
  default: 1,
  shownWhen: several,
} as const;

/** Copies of a figure, each a step further than the one before. */
export const copiesRecord = record('copies', [
  {
    heading: 'Copies',
    fields: [
      {
        kind: 'number',
        key: 'count',
        label: 'Count',
        help: 'The first one included.',
        min: 1,
        max: 100,
        step: 1,
        unit: '',
        whole: true,
        default: 1,
        // How much is drawn, and heard of delayed copies, must not move.
        driven: false,
      },
      {
        kind: 'choice',
        key: 'around',
        label: 'Anchor',
        help: 'What the copies rotate and grow around.',
        choices: choicesOf({ path: 'Centre of the path', picture: 'Centre of the picture' }),
        default: 'path',
        shownWhen: several,
      },
      {
        kind: 'point',
        key: 'offset',
        label: 'Offset per copy',
        help: 'Of each copy from the one before.',
        min: -5000,
        max: 5000,
        step: 5,
        unit: 'px',
        default: { x: 0, y: 0 },
        shownWhen: several,
      },
      { ...angle, key: 'rotation', label: 'Rotation per copy', min: -360, max: 360 },
      { ...factor, key: 'scale', label: 'Scale per copy' },
      {
        ...factor,
        key: 'reach',
        label: 'Reach per copy',
        help: 'Of each copy, as a share of the one before.',
      },
      { ...factor, key: 'opacity', label: 'Opacity per copy', max: 1 },
      { ...angle, key: 'hue', label: 'Hue shift per copy', min: -180, max: 180, rare: true },
      {
        kind: 'number',
        key: 'delay',
        label: 'Delay per copy',
        help: 'Each copy shows the sound so much later: a wave runs through them.',
        min: -5,
        max: 5,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
        default: 0,
        shownWhen: several,
        driven: false,
      },
      {
        kind: 'switch',
        key: 'continueBands',
        rare: true,
        label: 'Continue bands across copies',
        help: 'Three copies of an ear with 24 bands show eight each.',
        default: false,
        shownWhen: several,
      },
      {
        kind: 'number',
        key: 'bandOffset',
        rare: true,
        label: 'Band offset per copy',
        help: 'The bands of each copy lie so many higher than those of the one before.',
        min: -512,
        max: 512,
        step: 1,
        unit: '',
        whole: true,
        default: 0,
        shownWhen: [several, { key: 'continueBands', is: [false] }],
      },
    ],
  },
]);

export type Copies = ValueOf<typeof copiesRecord>;

/** A single figure. */
export const copiesStandard: Copies = defaultsOf(copiesRecord, { width: 0, height: 0 });

/** Paths of copies made so far: marks keep their places on them from frame to frame. */
const made = new WeakMap<Path, LastUsed<Path>>();
const maxPaths = 200;

/** The path of the copy with a number, the first being 0: scaled, turned and moved by so many steps. */
export function pathOfCopy(path: Path, copies: Copies, index: number, width: number, height: number): Path {
  if (index === 0) return path;
  let all = made.get(path);
  if (!all) made.set(path, (all = new LastUsed(maxPaths)));
  const { around, offset, rotation, scale } = copies;
  const key = [around, offset.x, offset.y, rotation, scale, index, width, height].join(' ');
  let copy = all.get(key);
  if (!copy) {
    // A driven step makes other paths in every frame.
    copy = makePath(path, copies, index, width, height);
    all.set(key, copy);
  }
  return copy;
}

function makePath(path: Path, copies: Copies, index: number, width: number, height: number): Path {
  const scale = exact.pow(copies.scale, index);
  const angle = (copies.rotation * index * Math.PI) / 180;
  const [cos, sin] = [exact.cos(angle), exact.sin(angle)];
  const pivot = copies.around === 'picture' ? { x: width / 2, y: height / 2 } : middleOf(path);
  const [moveX, moveY] = [copies.offset.x * index, copies.offset.y * index];
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
  { count, continueBands, bandOffset }: Copies,
  index: number,
): [number, number] {
  const width = to - from;
  if (!continueBands) {
    const first = Math.min(Math.max(from + bandOffset * index, 0), Math.max(bands - width, 0));
    return [first, first + width];
  }
  return [from + Math.round((index * width) / count), from + Math.round(((index + 1) * width) / count)];
}

/** Draws a figure several times, the last copy at the back. */
export const copiesModifier: Modifier<Copies> = (draw, copies, { width, height }) => {
  const { count } = copies;
  if (count === 1) return draw;
  return (drawing) =>
    Array.from({ length: count }, (_, i) => {
      const index = count - 1 - i;
      const copy: Drawing = {
        ...drawing,
        copy: index,
        t: drawing.t - copies.delay * index,
        path: pathOfCopy(drawing.path, copies, index, width, height),
        range: bandsOfCopy(drawing.range, drawing.bands, copies, index),
        hue: drawing.hue + copies.hue * index,
        reach: drawing.reach * exact.pow(copies.reach, index),
      };
      return group(draw(copy), { opacity: exact.pow(copies.opacity, index) });
    });
};
