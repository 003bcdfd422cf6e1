import { fields } from '../../contract';
import { maxSeconds } from './fades';

const seconds = { kind: 'number', min: 0, max: maxSeconds, step: 0.1, unit: 's', driven: false } as const;

/** Which part of a file is used. */
export const usedPartFields = fields([
  {
    ...seconds,
    key: 'in',
    label: 'In point',
    help: 'Where in the file the part that is used begins.',
    default: 0,
  },
  {
    ...seconds,
    key: 'out',
    label: 'Out point',
    help: 'Where in the file the part that is used ends; its end unless set.',
    nullable: true,
  },
]);
