import { putGrainTask } from '../../pixels';
import { distance, percent, seedField } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

/** Film grain, another one many times a second. */
export const grain = passKind({
  kind: 'grain',
  label: 'Grain',
  heading: 'Texture',
  about: 'Film grain',
  light: 'encoded',
  form: 'point',
  fields: [
    percent('amount', 'Amount', 0.08, { step: 1 }),
    distance('size', 'Size', 1.6, { min: 0.5, max: 40, step: 0.1 }),
    percent('color', 'Colour', 0.25, { help: 'From grey grains to grains of all colours.' }),
    {
      kind: 'number',
      key: 'rate',
      label: 'Rate',
      help: 'Another grain so often in a second; 0 for one that stands still.',
      min: 0,
      max: 120,
      step: 1,
      unit: '/s',
      default: 24,
    },
    seedField,
  ],
  run(buffer, { amount, size, color, rate, seed }, context) {
    if (amount <= 0) return;
    const start = pixelOf(context, { x: 0, y: 0 });
    const pixels = size * scaleOf(context);
    // What is hardly larger than a pixel is as large as one: sharper, and quicker.
    const cell = pixels < 1.4 ? 1 : pixels;
    const work = buffer.take(4 * 2048 + 16 * (Math.ceil(256 / cell) + 8));
    const task = putGrainTask(buffer.code.memory.buffer, {
      amount: amount / 2,
      size: cell,
      color,
      // A little later than the moment at which it changes, so that none lies on the edge of two.
      seed: seed + 7919 * Math.floor(context.t * rate + 1e-6),
      left: Math.round(-start.x),
      top: Math.round(-start.y),
      work,
      row: 0,
      column: -1,
    });
    buffer.point('grain', task, { cost: 6 });
  },
});
