import { fields } from './record';

/** What chance is made of. */
export const seedField = fields([
  {
    kind: 'number',
    key: 'seed',
    label: 'Seed',
    help: 'Changes the random pattern.',
    min: 0,
    max: 999999,
    step: 1,
    unit: '',
    whole: true,
    default: 1,
  },
])[0];
