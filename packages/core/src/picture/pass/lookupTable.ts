import { putCubeTask } from '../../pixels';
import type { Lookup } from './lookup';
import { percent } from './passFields';
import { passKind } from './passKind';

/** Tables with a fourth value for each colour, as the compiled code takes them. */
const padded = new WeakMap<Lookup, Float32Array>();

function fourOf(lookup: Lookup): Float32Array {
  let four = padded.get(lookup);
  if (!four) {
    four = new Float32Array((lookup.colors.length / 3) * 4).fill(1);
    for (let i = 0; i < lookup.colors.length / 3; i++)
      for (let channel = 0; channel < 3; channel++) four[4 * i + channel] = lookup.colors[3 * i + channel]!;
    padded.set(lookup, four);
  }
  return four;
}

/** Colours from a table that was made elsewhere. */
export const lookupTable = passKind({
  kind: 'lookupTable',
  label: 'Look-up table',
  heading: 'Grade',
  about: 'Colours from a .cube file',
  light: 'encoded',
  form: 'point',
  anySize: true,
  fields: [
    { kind: 'reference', key: 'table', label: 'Table', to: 'lookups', nullable: true },
    percent('amount', 'Amount', 1),
  ],
  run(buffer, { table, amount }, { lookups }) {
    const lookup = table === null ? undefined : lookups?.get(table);
    if (!lookup || amount === 0) return;
    const task = putCubeTask(buffer.code.memory.buffer, {
      size: lookup.size,
      colors: buffer.floats(fourOf(lookup)),
      amount,
    });
    buffer.point('lookUp', task, { cost: 9 });
  },
});
