import { choicesOf } from '../../property/field';
import { record } from '../../property/record';
import { beatsAt, followerIntegral } from '../signals';
import { zip } from '../value';
import { amountSays, followerReference, isNumeric, someAmount, type SourceKind } from './sourceKind';

const turnRecord = record('source.turn', [
  {
    heading: 'Turn',
    fields: [
      { kind: 'value', key: 'amount', label: 'Amount', help: 'What is added in each second or beat.' },
      {
        kind: 'choice',
        key: 'per',
        label: 'Per',
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

export const turnSource: SourceKind<'turn', typeof turnRecord> = {
  kind: 'turn',
  label: 'Turn',
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
    return field.kind === 'number' && field.unit === '°' && turned !== undefined
      ? zip([turned], (value) => value % 360)
      : turned;
  },
  needs: ({ speedBy }) => ({ followers: speedBy === null ? [] : [speedBy] }),
  range: () => undefined,
  begin: (field, value) => ({
    amount: field.kind === 'number' && field.unit === '°' ? 10 : someAmount(field, value),
  }),
};
