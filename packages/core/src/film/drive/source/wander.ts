import { isNumeric, isPoint, layeredNoise, record, seedField, someAmount, zip } from '../../../contract';
import {
  amountSays,
  amountNow,
  aroundBase,
  motionFields,
  motionNeeds,
  motionTime,
  type SourceKind,
} from './sourceKind';

const wanderRecord = record('source.wander', [
  {
    heading: 'Wander',
    fields: [
      { kind: 'value', key: 'amount', label: 'Amount', help: 'How far it goes at most, to both sides.' },
      {
        kind: 'number',
        key: 'speed',
        label: 'Speed',
        help: 'Turns of its course in a second.',
        min: 0,
        max: 60,
        step: 0.1,
        unit: '/s',
        default: 0.5,
      },
      {
        kind: 'number',
        key: 'detail',
        label: 'Detail',
        help: 'Layers of finer and finer motion.',
        min: 1,
        max: 6,
        step: 1,
        unit: '',
        whole: true,
        default: 2,
      },
      seedField,
      ...motionFields,
    ],
  },
]);

export const wanderSource: SourceKind<'wander', typeof wanderRecord> = {
  kind: 'wander',
  label: 'Wander',
  icon: 'route',
  about: 'Drifts smoothly around its value, never the same way twice.',
  record: wanderRecord,
  isBase: false,
  says: amountSays,
  moves: isNumeric,
  value(source, context) {
    const { amount, speed, detail, seed } = source;
    const x = motionTime(source, context) * speed;
    const share = amountNow(source, context);
    const course = (axis: number) => layeredNoise(seed + 7919 * axis, x, detail) * share;
    const way = isPoint(context.base) ? { x: course(0), y: course(1) } : course(0);
    return zip([context.base, amount, way], (base, max, part) => base + max * part);
  },
  needs: motionNeeds,
  range: ({ amount }, _field, base) => aroundBase(base, amount),
  begin: (field, value) => ({ amount: someAmount(field, value) }),
};
