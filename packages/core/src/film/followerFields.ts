import type { FieldGroup } from '../property/field';

const ms = { unit: 'ms', shownPer: 1000 } as const;
const levelled = ['range', 'loudness'] as const;
const isLevel = { key: 'kind', is: levelled } as const;
const percent = [isLevel, { key: 'unit', is: ['percent'] }] as const;
const db = [isLevel, { key: 'unit', is: ['db'] }] as const;
const notBeat = { key: 'kind', is: ['range', 'loudness', 'onsets'] } as const;

/** The properties of a follower, in the order in which people set them. */
export const followerFields: readonly FieldGroup[] = [
  {
    heading: 'Follows',
    fields: [
      {
        kind: 'choice',
        key: 'kind',
        label: 'What',
        help: 'The level of a range, the loudness of all, the moments at which something begins, or the beat.',
        choices: [
          { value: 'range', label: 'Level of a range' },
          { value: 'onsets', label: 'Onsets in a range' },
          { value: 'loudness', label: 'Loudness' },
          { value: 'beat', label: 'Beat phase' },
        ],
      },
      {
        kind: 'number',
        key: 'fromHz',
        label: 'From',
        min: 1,
        max: 23900,
        step: 5,
        unit: 'Hz',
        shownWhen: { key: 'kind', is: ['range', 'onsets'] },
      },
      {
        kind: 'number',
        key: 'toHz',
        label: 'To',
        min: 2,
        max: 24000,
        step: 10,
        unit: 'Hz',
        shownWhen: { key: 'kind', is: ['range', 'onsets'] },
      },
      {
        kind: 'number',
        key: 'sensitivity',
        label: 'Sensitivity',
        help: 'How little has to change for an onset.',
        min: 0,
        max: 1,
        step: 5,
        unit: '%',
        shownPer: 100,
        shownWhen: { key: 'kind', is: ['onsets'] },
      },
      {
        kind: 'choice',
        key: 'phase',
        label: 'Within',
        help: '0 to 1 from one beat to the next, or from one bar to the next.',
        choices: [
          { value: 'beat', label: 'A beat' },
          { value: 'bar', label: 'A bar' },
        ],
        shownWhen: { key: 'kind', is: ['beat'] },
      },
    ],
  },
  {
    heading: 'Gate and ceiling',
    fields: [
      {
        kind: 'choice',
        key: 'unit',
        label: 'Measured',
        help: 'Against all levels of the song, or in dB.',
        choices: [
          { value: 'percent', label: 'In % of the song' },
          { value: 'db', label: 'In dB' },
        ],
        shownWhen: isLevel,
      },
      {
        kind: 'number',
        key: 'gatePercent',
        label: 'Gate',
        help: 'Shut, 0, while the level is below this share of all levels in the song.',
        min: 0,
        max: 99.9,
        step: 1,
        unit: '%',
        shownWhen: percent,
      },
      {
        kind: 'number',
        key: 'ceilingPercent',
        label: 'Ceiling',
        help: 'Full, 1, above this share of all levels in the song.',
        min: 0.1,
        max: 100,
        step: 0.5,
        unit: '%',
        shownWhen: percent,
      },
      {
        kind: 'number',
        key: 'gateDb',
        label: 'Gate',
        min: -160,
        max: 20,
        step: 1,
        unit: 'dB',
        shownWhen: db,
      },
      {
        kind: 'number',
        key: 'ceilingDb',
        label: 'Ceiling',
        min: -159,
        max: 40,
        step: 1,
        unit: 'dB',
        shownWhen: db,
      },
    ],
  },
  {
    heading: 'Shape',
    fields: [
      {
        kind: 'number',
        key: 'curve',
        label: 'Curve',
        help: 'The value to this power: above 1 keeps low levels down, below 1 lifts them.',
        min: 0.1,
        max: 10,
        step: 0.1,
        unit: '',
      },
      { kind: 'switch', key: 'invert', label: 'Invert', help: '1 in silence, 0 at full level.' },
      {
        kind: 'number',
        key: 'hold',
        label: 'Hold',
        help: 'Keeps a peak for so long before it falls.',
        min: 0,
        max: 10,
        step: 10,
        ...ms,
        shownWhen: notBeat,
      },
      { kind: 'number', key: 'attack', label: 'Attack', min: 0, max: 5, step: 5, ...ms, shownWhen: notBeat },
      {
        kind: 'number',
        key: 'release',
        label: 'Release',
        min: 0,
        max: 10,
        step: 10,
        ...ms,
        shownWhen: notBeat,
      },
      {
        kind: 'number',
        key: 'delay',
        label: 'Delay',
        help: 'Later by so much; less than 0 is earlier.',
        min: -5,
        max: 5,
        step: 10,
        ...ms,
      },
    ],
  },
];
