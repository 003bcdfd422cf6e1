import { exact } from '../../contract';
import { putWobbleTask } from '../../pixels';
import { distance, edgesField, seedField } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

/** Everything is moved by smooth noise. */
export const wobble = passKind({
  kind: 'wobble',
  label: 'Wobble',
  heading: 'Shape',
  about: 'Everything is moved by smooth noise',
  light: 'encoded',
  form: 'gather',
  fields: [
    distance('amount', 'Amount', 16, { max: 1000 }),
    distance('size', 'Size', ({ height }) => Math.round(height * 0.16), {
      min: 2,
      help: 'From one bulge to the next.',
    }),
    {
      kind: 'number',
      key: 'speed',
      label: 'Speed',
      help: 'How often it is another one in a second.',
      min: 0,
      max: 60,
      step: 0.1,
      unit: '/s',
      default: 0.6,
    },
    {
      kind: 'number',
      key: 'detail',
      label: 'Detail',
      min: 1,
      max: 4,
      step: 1,
      unit: '',
      whole: true,
      default: 1,
    },
    seedField,
    edgesField('mirror'),
  ],
  margin: ({ amount }) => 2 * amount,
  run(buffer, { amount, size, speed, detail, seed, edges }, context) {
    if (amount <= 0) return;
    const scale = scaleOf(context);
    const start = pixelOf(context, { x: 0, y: 0 });
    const finest = (size * scale) / exact.pow(2, detail - 1);
    // So near to each other that straight lines between them are not seen.
    const grid = finest >= 96 ? 16 : finest >= 48 ? 8 : finest >= 24 ? 4 : finest >= 12 ? 2 : 1;
    const work = buffer.take(3 * 8 * (Math.ceil(buffer.width / grid) + 4));
    const task = putWobbleTask(buffer.code.memory.buffer, {
      amount: amount * scale,
      size: Math.max(1, size * scale),
      detail,
      seed,
      phase: context.t * speed,
      left: -start.x,
      top: -start.y,
      grid,
      work,
      corners: buffer.take(4 * (Math.ceil(buffer.width / Math.max(1, finest)) * 2 + 8 + 2 * grid)),
    });
    buffer.gather(edges, (image) => buffer.code.wobble(image, task));
  },
});
