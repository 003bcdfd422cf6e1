import { runMatrix } from '../../pixels';
import { percent } from './passFields';
import { channelsOf, passKind } from './passKind';

/** Weights of brightness (Rec. 709). */
const luma = [0.2126, 0.7152, 0.0722] as const;

/** Everything in shades of one colour. */
export const tint = passKind({
  kind: 'tint',
  label: 'Tint',
  heading: 'Grade',
  about: 'Everything in shades of one colour',
  light: 'encoded',
  form: 'point',
  anySize: true,
  fields: [
    { kind: 'color', key: 'color', label: 'Colour', default: '#ffb45a' },
    percent('amount', 'Amount', 0.5),
  ],
  run(buffer, { color, amount }) {
    if (amount === 0) return;
    const row = (channel: number, value: number) => {
      const at = (column: number) => amount * value * luma[column]! + (channel === column ? 1 - amount : 0);
      return [at(0), at(1), at(2), 0] as const;
    };
    const [red, green, blue] = channelsOf(color);
    runMatrix(buffer, [row(0, red), row(1, green), row(2, blue)]);
  },
});
