import { averageAround } from './average';
import { centreField, edgesField, percent } from './passFields';
import { passKind, pixelOf } from './passKind';

/** Drawn out from a point. */
export const zoomBlur = passKind({
  kind: 'zoomBlur',
  label: 'Zoom blur',
  heading: 'Blur',
  about: 'Drawn out from a point',
  light: 'encoded',
  form: 'pyramid',
  anySize: true,
  fields: [
    percent('amount', 'Amount', 0.15, { help: 'From the smallest to the largest copy.', max: 4 }),
    centreField,
    edgesField('repeat'),
  ],
  margin: ({ edges }) => (edges === 'clear' ? Infinity : 0),
  run(buffer, { amount, centre, edges }, context) {
    if (amount < 1e-4) return;
    const half = Math.sqrt(1 + amount);
    buffer.become(
      averageAround(buffer, buffer, pixelOf(context, centre), {
        from: { scale: 1 / half, turn: 0 },
        to: { scale: half, turn: 0 },
        edges,
      }),
    );
  },
});
