import {
  choicesOf,
  isNumeric,
  isPoint,
  record,
  seeded,
  seedField,
  smoothStep,
  someAmount,
  zip,
} from '../../../contract';
import { beatsAt, type Count, countAt } from '../../../sound';
import {
  amountSays,
  amountNow,
  aroundBase,
  followerReference,
  motionFields,
  motionNeeds,
  motionTime,
  type SourceKind,
  type SourceContext,
} from './sourceKind';

const flickerRecord = record('source.flicker', [
  {
    heading: 'Flicker',
    fields: [
      { kind: 'value', key: 'amount', label: 'Amount', help: 'How far it goes at most, to both sides.' },
      {
        kind: 'choice',
        key: 'at',
        label: 'Change on',
        choices: choicesOf({ rate: 'Fixed rate', beat: 'Beat', hit: 'Hit' }),
        default: 'rate',
      },
      {
        kind: 'number',
        key: 'rate',
        label: 'Rate',
        min: 0.01,
        max: 120,
        step: 1,
        unit: '/s',
        default: 12,
        shownWhen: { key: 'at', is: ['rate'] },
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
        key: 'between',
        label: 'Transition',
        choices: choicesOf({ hold: 'Hold', ease: 'Ease' }),
        default: 'hold',
      },
      {
        kind: 'number',
        key: 'easeTime',
        label: 'Transition time',
        help: 'How long it takes to the new value.',
        min: 0.001,
        max: 10,
        step: 10,
        unit: 'ms',
        shownPer: 1000,
        default: 0.12,
        shownWhen: { key: 'between', is: ['ease'] },
      },
      seedField,
      ...motionFields,
    ],
  },
]);

type Flicker = Parameters<typeof motionTime>[0] & {
  at: 'rate' | 'beat' | 'hit';
  rate: number;
  follower: string | null;
};

/** How many values there have been, and for how many seconds the last one has held. */
function countNow(source: Flicker, context: SourceContext): { count: number; held: number } {
  const { film, hearing, t } = context;
  if (source.at === 'rate') {
    const gone = motionTime(source, context) * source.rate;
    const count = Math.floor(gone);
    return { count, held: (gone - count) / source.rate };
  }
  const { count, since }: Count =
    source.at === 'beat'
      ? countAt(film, hearing, 'beat', null, t)
      : countAt(film, hearing, 'hit', source.follower, t);
  if (source.at === 'beat' && film.beats)
    return { count, held: ((beatsAt(film, t) - count) * 60) / film.beats.bpm };
  return { count, held: Math.max(0, t - since) };
}

export const flickerSource: SourceKind<'flicker', typeof flickerRecord> = {
  kind: 'flicker',
  label: 'Flicker',
  icon: 'sparkles',
  about: 'Jumps to a new value at a fixed rate, on every beat, or on every hit.',
  record: flickerRecord,
  isBase: false,
  says: amountSays,
  moves: isNumeric,
  value(source, context) {
    const { amount, between, easeTime, seed } = source;
    const { count, held } = countNow(source, context);
    const share = amountNow(source, context);
    const valueOf = (axis: number, index: number) => 2 * seeded(seed + 7919 * axis, index) - 1;
    const gone = between === 'hold' ? 1 : smoothStep(Math.min(1, held / easeTime));
    const level = (axis: number) => {
      const before = valueOf(axis, count - 1);
      return (before + (valueOf(axis, count) - before) * gone) * share;
    };
    const way = isPoint(context.base) ? { x: level(0), y: level(1) } : level(0);
    return zip([context.base, amount, way], (base, max, part) => base + max * part);
  },
  needs: (source) => ({
    followers: [
      ...motionNeeds(source).followers,
      ...(source.at === 'hit' && source.follower !== null ? [source.follower] : []),
    ],
  }),
  range: ({ amount }, _field, base) => aroundBase(base, amount),
  begin: (field, value) => ({ amount: someAmount(field, value) }),
};
