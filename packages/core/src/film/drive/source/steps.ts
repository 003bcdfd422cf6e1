import { choicesOf, record, seeded, seedField } from '../../../contract';
import { countAt } from '../../../sound';
import { extremes, followerReference, type SourceKind } from './sourceKind';

const stepsRecord = record('source.steps', [
  {
    heading: 'Steps',
    fields: [
      {
        kind: 'list',
        key: 'values',
        label: 'Values',
        help: 'One after the other, and again from the first.',
        of: { kind: 'value', label: 'Value' },
        min: 1,
        max: 64,
      },
      {
        kind: 'choice',
        key: 'at',
        label: 'Advance on',
        choices: choicesOf({ beat: 'Beat', bar: 'Bar', hit: 'Hit' }),
        default: 'beat',
      },
      {
        kind: 'number',
        key: 'every',
        label: 'Every',
        help: 'Use every Nth beat, bar or hit only.',
        min: 1,
        max: 256,
        step: 1,
        unit: '',
        whole: true,
        default: 1,
      },
      {
        ...followerReference,
        key: 'follower',
        label: 'Trigger',
        help: 'The follower whose hits count.',
        shownWhen: { key: 'at', is: ['hit'] },
      },
      {
        kind: 'choice',
        key: 'order',
        label: 'Order',
        choices: choicesOf({ listed: 'As listed', random: 'At random' }),
        default: 'listed',
      },
      { ...seedField, shownWhen: { key: 'order', is: ['random'] } },
    ],
  },
]);

/** Which of `count` comes at step `n` at random: never the same twice in a row, if there are others. */
function pick(seed: number, n: number, count: number): number {
  if (count < 2) return 0;
  let index = Math.floor(seeded(seed, 0) * count);
  // Each goes on from the one before by 1 to count - 1.
  for (let i = 1; i <= n; i++) index += 1 + Math.floor(seeded(seed, i) * (count - 1));
  return index % count;
}

export const stepsSource: SourceKind<'steps', typeof stepsRecord> = {
  kind: 'steps',
  label: 'Steps',
  icon: 'stepForward',
  about: 'The next of a list of values at every beat, bar or hit.',
  record: stepsRecord,
  isBase: false,
  moves: () => true,
  value({ values, at, every, follower, order, seed }, { film, hearing, t }) {
    const { count } = countAt(film, hearing, at, follower, t);
    const step = Math.floor(count / every);
    const length = values.length;
    return values[order === 'listed' ? ((step % length) + length) % length : pick(seed, step, length)];
  },
  needs: ({ at, follower }) => ({ followers: at === 'hit' && follower !== null ? [follower] : [] }),
  range: ({ values }) => extremes(values),
  begin: (_field, value) => ({ values: [value, value] }),
};
