import type { FieldGroup } from '../property/field';
import type { Path } from './path';

/** What every path has beside its shape: which part of it is used, and which way. */
export interface Along {
  /** Shares of the length. */
  from: number;
  to: number;
  /** Share of the length by which the start of a closed path is moved on. */
  shift: number;
  reverse: boolean;
}

export const alongStandard: Along = { from: 0, to: 1, shift: 0, reverse: false };

const share = { unit: '%', shownPer: 100, step: 1 } as const;

export const alongFields = {
  heading: 'Along the path',
  fields: [
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
      shownWhen: { key: 'kind', is: ['circle', 'ellipse', 'rectangle', 'polygon', 'star', 'svg'] },
    },
    { kind: 'switch', key: 'reverse', label: 'Reversed', help: 'The marks run the other way.' },
  ],
} as const satisfies FieldGroup;

/** The part of a path that is used. A closed path that is cut is open; normals stay on their side. */
export function partOfPath(path: Path, { from, to, shift, reverse }: Along): Path {
  const whole = from <= 0 && to >= 1;
  if (whole && !reverse && (shift === 0 || !path.closed)) return path;
  const start = path.length * (Math.min(from, to) + (path.closed ? shift : 0));
  const length = path.length * (whole ? 1 : Math.max(to - from, 0));
  return {
    length,
    closed: path.closed && whole,
    at: (s) => path.at(start + (reverse ? length - s : s)),
  };
}
