import { choicesOf, isNumeric, record, sin, someAmount, zip } from '../../../contract';
import { beatsAt } from '../../../sound';
import {
  amountSays,
  amountNow,
  aroundBase,
  motionFields,
  motionNeeds,
  motionTime,
  type SourceKind,
} from './sourceKind';

/** Waves of period 1 between -1 and 1, that begin at their middle and rise; the square one high, the saw low. */
export const waves = {
  sine: { label: 'Sine', at: (x: number) => sin(2 * Math.PI * x) },
  triangle: { label: 'Triangle', at: (x: number) => 1 - 4 * Math.abs(((((x + 0.25) % 1) + 1) % 1) - 0.5) },
  square: { label: 'Square', at: (x: number) => (x - Math.floor(x) < 0.5 ? 1 : -1) },
  saw: { label: 'Sawtooth', at: (x: number) => 2 * (x - Math.floor(x)) - 1 },
} as const;

const swingRecord = record('source.swing', [
  {
    heading: 'Oscillator',
    fields: [
      { kind: 'choice', key: 'wave', label: 'Shape', choices: choicesOf(waves), default: 'sine' },
      { kind: 'value', key: 'amount', label: 'Amount', help: 'How far it goes, to both sides.' },
      {
        kind: 'number',
        key: 'period',
        label: 'Period',
        help: 'Length of one cycle.',
        min: 0.02,
        max: 3600,
        step: 0.1,
        unit: '',
        default: 4,
      },
      {
        kind: 'choice',
        key: 'per',
        label: 'Period unit',
        choices: choicesOf({ second: 'Seconds', beat: 'Beats' }),
        default: 'second',
      },
      {
        kind: 'number',
        key: 'phase',
        label: 'Phase',
        help: 'Where in the cycle it begins.',
        min: 0,
        max: 1,
        step: 5,
        unit: '%',
        shownPer: 100,
        default: 0,
      },
      ...motionFields,
    ],
  },
]);

export const swingSource: SourceKind<'swing', typeof swingRecord> = {
  kind: 'swing',
  label: 'Oscillator',
  icon: 'wave',
  about: 'Goes to and fro in a period of its own.',
  record: swingRecord,
  isBase: false,
  says: amountSays,
  moves: isNumeric,
  value(source, context) {
    const { wave, amount, period, per, phase, speedBy } = source;
    const { film, base, t } = context;
    const bpm = film.beats?.bpm ?? 0;
    const gone =
      per === 'second'
        ? motionTime(source, context)
        : speedBy === null
          ? beatsAt(film, t)
          : (motionTime(source, context) * bpm) / 60;
    const level = waves[wave].at(gone / period + phase) * amountNow(source, context);
    return zip([base, amount], (middle, max) => middle + max * level);
  },
  needs: motionNeeds,
  range: ({ amount }, _field, base) => aroundBase(base, amount),
  begin: (field, value) => ({ amount: someAmount(field, value) }),
};
