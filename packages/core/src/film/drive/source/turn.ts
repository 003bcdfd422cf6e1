import { choicesOf, type Field, isNumeric, record, someAmount, zip } from '../../../contract';
import { beatsAt, followerIntegral } from '../../../sound';
import { amountSays, followerReference, type SourceKind } from './sourceKind';

const turnRecord = record('source.turn', [
  {
    heading: 'Ramp',
    fields: [
      { kind: 'value', key: 'amount', label: 'Amount', help: 'What is added in each second or beat.' },
      {
        kind: 'choice',
        key: 'per',
        label: 'Rate unit',
        choices: choicesOf({ second: 'Second', beat: 'Beat' }),
        default: 'second',
      },
      {
        ...followerReference,
        key: 'speedBy',
        label: 'Speed follows',
        help: 'The follower whose level the speed is multiplied by.',
      },
    ],
  },
]);

const isAngle = (field: Field) => 'unit' in field && field.unit === '°';

export const turnSource: SourceKind<'turn', typeof turnRecord> = {
  kind: 'turn',
  label: 'Ramp',
  icon: 'refresh',
  about: 'Goes on steadily: so much in each second or beat.',
  record: turnRecord,
  isBase: false,
  says: amountSays,
  moves: isNumeric,
  value({ amount, per, speedBy }, { film, hearing, t, base, field }) {
    const perSecond = per === 'second' ? 1 : film.beats ? film.beats.bpm / 60 : 0;
    const gone =
      speedBy !== null
        ? (followerIntegral(film, hearing, speedBy, t) ?? 0) * perSecond
        : per === 'second'
          ? t
          : beatsAt(film, t);
    const turned = zip([base, amount], (from, each) => from + each * gone);
    // What goes round stays within one turn, and never meets a limit.
    return typeof turned === 'number' && isAngle(field) ? turned % 360 : turned;
  },
  needs: ({ speedBy }) => ({ followers: speedBy === null ? [] : [speedBy] }),
  range: () => undefined,
  begin: (field, value) => ({
    amount: typeof value === 'number' && isAngle(field) ? 10 : someAmount(field, value),
  }),
};
