import type { FieldGroup } from '../property/field';
import { joinKinds, offsetPath, type JoinKind } from './offset';
import { joinParts, partsOf, type Path } from './path';

/** What every path has beside its shape: which part of it is used, which way, and at which distance. */
export interface Along {
  /** Picture units outward, or inward when negative, and how corners are joined there. */
  offset: number;
  join: JoinKind;
  /** Shares of the length. */
  from: number;
  to: number;
  /** Share of the length by which the start of a closed path is moved on. */
  shift: number;
  reverse: boolean;
}

export const alongStandard: Along = { offset: 0, join: 'round', from: 0, to: 1, shift: 0, reverse: false };

const share = { unit: '%', shownPer: 100, step: 1 } as const;
const joinLabels: Record<JoinKind, string> = { round: 'Round', miter: 'Pointed', bevel: 'Cut off' };

export const alongFields = {
  heading: 'Along the path',
  fields: [
    {
      kind: 'number',
      key: 'offset',
      label: 'Offset',
      help: 'Outward, or inward when negative: the path at that distance.',
      min: -5000,
      max: 5000,
      step: 5,
      unit: 'px',
    },
    {
      kind: 'choice',
      key: 'join',
      label: 'Corners',
      help: 'How the offset goes round corners.',
      choices: joinKinds.map((value) => ({ value, label: joinLabels[value] })),
      shownWhen: { key: 'offset', isNot: [0] },
    },
    {
      kind: 'number',
      key: 'from',
      label: 'From',
      help: 'Where on the path the marks begin.',
      min: 0,
      max: 0.999,
      ...share,
    },
    {
      kind: 'number',
      key: 'to',
      label: 'To',
      help: 'Where on the path they end.',
      min: 0.001,
      max: 1,
      ...share,
    },
    {
      kind: 'number',
      key: 'shift',
      label: 'Start moved on',
      help: 'Moves the start of a closed path along it.',
      min: -1,
      max: 1,
      ...share,
      // An open path has its start at its end.
      shownWhen: [
        { key: 'kind', isNot: ['line', 'arc', 'wave', 'spiral'] },
        { key: 'closed', isNot: [false] },
        { key: 'lines', isNot: ['all', 'each'] },
      ],
    },
    { kind: 'switch', key: 'reverse', label: 'Reversed', help: 'The marks run the other way.' },
  ],
} as const satisfies FieldGroup;

/** The path as it is used: at its distance, and of it the part and the direction that are wanted. */
export function alongPath(path: Path, along: Along): Path {
  return partOfPath(along.offset === 0 ? path : offsetPath(path, along.offset, along.join), along);
}

/** The part of a path that is used. A closed path that is cut is open; normals stay on their side. */
export function partOfPath(path: Path, { from, to, shift, reverse }: Omit<Along, 'offset' | 'join'>): Path {
  const whole = from <= 0 && to >= 1;
  if (whole && !reverse && (shift === 0 || !path.closed)) return path;
  const start = path.length * (Math.min(from, to) + (path.closed ? shift : 0));
  const length = path.length * (whole ? 1 : Math.max(to - from, 0));
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
