import { above, choicesOf, defaultsOf, record, type ValueOf } from '../../contract';
import { followerKinds, followerKindsThat } from './kind/registry';
import {
  attackField,
  ceilingDb,
  ceilingPercent,
  floorDb,
  floorPercent,
  fromField,
  ms,
  releaseField,
  toField,
} from '../ear/soundFields';

const ofKinds = (holds: Parameters<typeof followerKindsThat>[0]) => ({
  key: 'kind',
  is: followerKindsThat(holds),
});
const isLevel = ofKinds(({ levelled }) => levelled);
const isRange = ofKinds(({ ranged }) => ranged);
const percent = [isLevel, { key: 'unit', is: ['percent'] }] as const;
const db = [isLevel, { key: 'unit', is: ['db'] }] as const;
const isHeard = ofKinds(({ listen }) => listen !== undefined);
const isPulses = ofKinds(({ pulses }) => pulses);
const isBeat = ofKinds(({ listen }) => listen === undefined);

/** One number that follows the sound, in the order in which people set it. */
export const followerRecord = record(
  'follower',
  [
    {
      heading: 'Source',
      fields: [
        { kind: 'id', key: 'id' },
        { kind: 'text', key: 'name', label: 'Name', maxLength: 200, line: true, default: '', hidden: true },
        {
          kind: 'reference',
          key: 'ear',
          label: 'Ear',
          help: 'The ear whose tracks, channel, component and window it analyses.',
          to: 'ears',
          hidden: true,
        },
        {
          kind: 'choice',
          key: 'kind',
          label: 'Source',
          default: 'range',
          help: 'The level of a range, the loudness of all, the moments at which something begins, or the beat.',
          choices: choicesOf(followerKinds),
        },
        { ...fromField, shownWhen: isRange },
        { ...toField, default: 120, step: 10, shownWhen: isRange },
        {
          kind: 'number',
          key: 'sensitivity',
          label: 'Sensitivity',
          default: 0.5,
          help: 'The higher, the smaller the change that counts as an onset.',
          min: 0,
          max: 1,
          step: 5,
          unit: '%',
          shownPer: 100,
          shownWhen: isPulses,
        },
        {
          kind: 'choice',
          key: 'phase',
          label: 'Period',
          default: 'beat',
          help: '0 to 1 from one beat to the next, or from one bar to the next.',
          choices: [
            { value: 'beat', label: 'Beat' },
            { value: 'bar', label: 'Bar' },
          ],
          shownWhen: isBeat,
        },
      ],
    },
    {
      heading: 'Gate and ceiling',
      fields: [
        {
          kind: 'choice',
          key: 'unit',
          label: 'Units',
          default: 'percent',
          help: 'Against all levels of the song, or in dB.',
          choices: [
            { value: 'percent', label: 'Percentile' },
            { value: 'db', label: 'dB' },
          ],
          shownWhen: isLevel,
        },
        {
          ...floorPercent,
          key: 'gatePercent',
          label: 'Gate',
          default: 60,
          help: 'Closed (0) while the level is below this share of all levels in the song.',
          shownWhen: percent,
        },
        {
          ...ceilingPercent,
          default: 99,
          help: 'Full (1) above this share of all levels in the song.',
          shownWhen: percent,
        },
        { ...floorDb, key: 'gateDb', label: 'Gate', default: -40, shownWhen: db },
        { ...ceilingDb, default: -12, shownWhen: db },
      ],
    },
    {
      heading: 'Shape',
      fields: [
        {
          kind: 'number',
          key: 'curve',
          label: 'Response curve',
          default: 1,
          help: 'The value to this power: above 1 keeps low levels down, below 1 lifts them.',
          min: 0.1,
          max: 10,
          step: 0.1,
          unit: '',
        },
        {
          kind: 'switch',
          key: 'invert',
          label: 'Invert',
          default: false,
          help: '1 in silence, 0 at full level.',
        },
        {
          kind: 'number',
          key: 'hold',
          label: 'Hold',
          default: 0,
          help: 'How long a peak is held before it falls.',
          min: 0,
          max: 10,
          step: 10,
          ...ms,
          shownWhen: isHeard,
        },
        { ...attackField, default: 0.005, shownWhen: isHeard },
        { ...releaseField, default: 0.12, shownWhen: isHeard },
        {
          kind: 'number',
          key: 'delay',
          label: 'Delay',
          default: 0,
          help: 'Less than 0 is earlier.',
          min: -5,
          max: 5,
          step: 10,
          ...ms,
        },
      ],
    },
  ],
  [above('fromHz', 'toHz'), above('gatePercent', 'ceilingPercent'), above('gateDb', 'ceilingDb')],
);

export type Follower = ValueOf<typeof followerRecord>;

/** The properties of a follower, by their headings. */
export const followerFields = followerRecord.groups;

/** A follower of the low end. */
export const defaultFollower = (id: string, ear: string, name = 'Follower'): Follower => ({
  ...defaultsOf(followerRecord, { width: 0, height: 0 }),
  id,
  name,
  ear,
});
