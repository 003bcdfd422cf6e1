import { putVignetteTask } from '../../pixels';
import { centreField, percent } from './passFields';
import { channelsOf, passKind, pixelOf, scaleOf } from './passKind';

const blends = { over: 0, multiply: 1, screen: 2 } as const;

/** Darker, or coloured, towards the edges. */
export const vignette = passKind({
  kind: 'vignette',
  label: 'Vignette',
  heading: 'Texture',
  about: 'Darker, or coloured, towards the edges',
  light: 'encoded',
  form: 'point',
  fields: [
    percent('amount', 'Amount', 0.55),
    percent('size', 'Size', 0.95, {
      min: 0.05,
      max: 4,
      help: 'Where it is half as strong: 100 % is at the middle of the edges.',
    }),
    percent('softness', 'Feather', 0.6),
    percent('roundness', 'Roundness', 0, {
      min: -1,
      help: 'At 0 % an ellipse of the picture’s shape, at 100 % a circle, at −100 % nearly a rectangle.',
    }),
    { kind: 'color', key: 'color', label: 'Colour', default: '#000000' },
    {
      kind: 'choice',
      key: 'blend',
      label: 'Blend mode',
      choices: [
        { value: 'over', label: 'Normal' },
        { value: 'multiply', label: 'Multiply' },
        { value: 'screen', label: 'Screen' },
      ],
      default: 'over',
    },
    centreField,
  ],
  run(buffer, { amount, size, softness, roundness, color, blend, centre }, context) {
    if (amount <= 0) return;
    const scale = scaleOf(context);
    const { width, height } = context.size;
    // A circle through what the ellipse goes through on the diagonals of a square of the same size.
    const circle = Math.hypot(width, height) / Math.SQRT2;
    const round = Math.max(roundness, 0);
    const across = (side: number) => side + (circle - side) * round;
    const [red, green, blue] = channelsOf(color);
    const task = putVignetteTask(buffer.code.memory.buffer, {
      ...pixelOf(context, centre),
      scaleX: 2 / (across(width) * size * scale),
      scaleY: 2 / (across(height) * size * scale),
      square: Math.max(-roundness, 0),
      softness: Math.max(softness, 0.001),
      amount,
      blend: blends[blend],
      red,
      green,
      blue,
    });
    buffer.point('vignette', task, { cost: 2 });
  },
});
