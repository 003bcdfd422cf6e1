import { fields, record, type ValueOf } from '../../contract';
import { passKinds } from './registry';

/** The list of passes that pixels go through. */
export const passesField = fields([
  {
    kind: 'list',
    key: 'passes',
    label: 'Finish',
    help: 'What its pixels go through, in this order.',
    of: { kind: 'kinds', label: 'Pass', of: () => passKinds },
    max: 32,
  },
])[0];

/** What the whole picture goes through. */
export const finishRecord = record('finish', [{ heading: 'Finish', fields: [passesField] }]);
export type Finish = ValueOf<typeof finishRecord>;
