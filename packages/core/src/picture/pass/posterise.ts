import { curveSteps, curveTable, runCurves, TableCache } from '../../pixels';
import { percent } from './passFields';
import { passKind } from './passKind';

const tables = new TableCache<{ steps: number; amount: number }>(({ steps, amount }) => {
  const table = curveTable((value) => {
    // The table goes in a straight line from entry to entry: a step ends where it is said, and does not begin there.
    const stepped = Math.min(steps - 1, Math.floor((value + 1 / curveSteps) * steps)) / (steps - 1);
    return value + (stepped - value) * amount;
  });
  return [table, table, table];
});

/** A few values for each colour. */
export const posterise = passKind({
  kind: 'posterise',
  label: 'Posterise',
  heading: 'Texture',
  about: 'A few values for each colour',
  light: 'encoded',
  form: 'point',
  fields: [
    {
      kind: 'number',
      key: 'steps',
      label: 'Steps',
      min: 2,
      max: 64,
      step: 1,
      unit: '',
      whole: true,
      default: 5,
    },
    percent('amount', 'Amount', 1),
  ],
  run(buffer, { steps, amount }) {
    runCurves(buffer, tables.tables({ steps, amount }));
  },
});
