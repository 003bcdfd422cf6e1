import { pow } from '../../contract';
import { curveTable, runCurves, TableCache } from '../../pixels';
import { percent } from './passFields';
import { passKind } from './passKind';

interface Levels {
  black: number;
  white: number;
  gamma: number;
  lowest: number;
  highest: number;
}

const tables = new TableCache<Levels>(({ black, white, gamma, lowest, highest }) => {
  const span = Math.max(1e-4, white - black);
  const table = curveTable((value) => {
    const share = Math.min(1, Math.max(0, (value - black) / span));
    return lowest + (highest - lowest) * pow(share, 1 / gamma);
  });
  return [table, table, table];
});

/** What is black and what is white, before and after. */
export const levels = passKind({
  kind: 'levels',
  label: 'Levels',
  heading: 'Grade',
  about: 'What is black and what is white, before and after',
  light: 'encoded',
  form: 'point',
  anySize: true,
  start: { black: 0.03, white: 0.92 },
  fields: [
    percent('black', 'Input black', 0, { step: 1 }),
    percent('white', 'Input white', 1, { step: 1 }),
    {
      kind: 'number',
      key: 'gamma',
      label: 'Gamma',
      help: 'Above 1, what lies between becomes lighter.',
      min: 0.1,
      max: 10,
      step: 0.05,
      unit: '',
      default: 1,
    },
    percent('lowest', 'Output black', 0, { step: 1 }),
    percent('highest', 'Output white', 1, { step: 1 }),
  ],
  run(buffer, { black, white, gamma, lowest, highest }) {
    runCurves(buffer, tables.tables({ black, white, gamma, lowest, highest }));
  },
});
