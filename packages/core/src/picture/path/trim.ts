import { choicesOf, fields, type ValueOfGroups } from '../../contract';
import { joinLabels } from './offset';
import { joinParts, partsOf, type Path } from './path';

const share = { kind: 'number', unit: '%', shownPer: 100, step: 1 } as const;

/** What every path has beside its shape and its place: at which distance from the shape, which part of it, and which way. */
export const trimFields = fields([
  {
    kind: 'number',
    key: 'offset',
    label: 'Offset',
    help: 'Outward, or inward when negative: the path at that distance.',
    min: -5000,
    max: 5000,
    step: 5,
    unit: 'px',
    default: 0,
  },
  {
    kind: 'choice',
    key: 'join',
    label: 'Corners',
    help: 'How the offset goes around corners.',
    choices: choicesOf(joinLabels),
    default: 'round',
    shownWhen: { key: 'offset', isNot: [0] },
  },
  {
    ...share,
    key: 'trimStart',
    label: 'Trim start',
    help: 'Where on the path the marks begin.',
    min: 0,
    max: 0.999,
    default: 0,
  },
  {
    ...share,
    key: 'trimEnd',
    label: 'Trim end',
    help: 'Where on the path they end.',
    min: 0.001,
    max: 1,
    default: 1,
  },
  {
    ...share,
    key: 'startOffset',
    label: 'Start offset',
    help: 'Moves the start of a closed path along it.',
    min: -1,
    max: 1,
    default: 0,
  },
  {
    kind: 'switch',
    key: 'reverse',
    label: 'Reverse direction',
    help: 'The marks run the other way.',
    default: false,
  },
]);

export type Trim = ValueOfGroups<readonly [{ fields: typeof trimFields }]>;

/** The part of a path that is used. A closed path that is cut is open; normals stay on their side. */
export function trimPath(
  path: Path,
  { trimStart, trimEnd, startOffset, reverse }: Omit<Trim, 'offset' | 'join'>,
): Path {
  const whole = trimStart <= 0 && trimEnd >= 1;
  if (whole && !reverse && (startOffset === 0 || !path.closed)) return path;
  const start = path.length * (Math.min(trimStart, trimEnd) + (path.closed ? startOffset : 0));
  const length = path.length * (whole ? 1 : Math.max(trimEnd - trimStart, 0));
  if (path.parts) return partOfParts(path, start, length, reverse);
  return cut(path, start, length, reverse, path.closed && whole);
}

function cut(path: Path, start: number, length: number, reverse: boolean, closed: boolean): Path {
  const joints = (path.joints ?? [])
    .map((s) =>
      path.closed && path.length > 0 ? (((s - start) % path.length) + path.length) % path.length : s - start,
    )
    .filter((s) => s >= 0 && s <= length)
    .map((s) => (reverse ? length - s : s));
  return { length, closed, joints, at: (s) => path.at(start + (reverse ? length - s : s)) };
}

function partOfParts(path: Path, start: number, length: number, reverse: boolean): Path {
  let at = 0;
  const parts = partsOf(path).flatMap((part) => {
    const first = Math.max(start - at, 0);
    const end = Math.min(start + length - at, part.length);
    at += part.length;
    if (end - first <= 1e-9) return [];
    return [cut(part, first, end - first, reverse, part.closed && end - first >= part.length - 1e-9)];
  });
  if (parts.length === 0) return { length: 0, closed: false, at: () => path.at(start) };
  return joinParts(reverse ? parts.reverse() : parts);
}
