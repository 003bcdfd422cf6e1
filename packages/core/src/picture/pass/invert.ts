import { putInvertTask } from '../../pixels';
import { percent } from './passFields';
import { passKind } from './passKind';

/** Every colour as its opposite, in part or wholly. */
export const invert = passKind({
  kind: 'invert',
  label: 'Invert',
  heading: 'Texture',
  about: 'Every colour as its opposite',
  light: 'encoded',
  form: 'point',
  anySize: true,
  fields: [percent('amount', 'Amount', 1)],
  run(buffer, { amount }) {
    buffer.point('invert', putInvertTask(buffer.code.memory.buffer, { amount }), { cost: 2 });
  },
});
