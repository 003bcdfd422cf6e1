import { angleConvention, cos, sin } from '../../contract';
import { putWipeTask } from '../../pixels';
import { angle, centreField, distance, percent } from './passFields';
import { passKind, pixelOf, rotationOf, scaleOf } from './passKind';

const kinds = { straight: 0, round: 1, around: 2 } as const;

/** Shows a part: up to a line, out to a circle, or around to a hand. */
export const wipe = passKind({
  kind: 'wipe',
  label: 'Wipe',
  heading: 'Shape',
  about: 'Shows a part: up to a line, out to a circle, around to a hand',
  light: 'encoded',
  form: 'point',
  fields: [
    {
      kind: 'choice',
      key: 'form',
      label: 'Form',
      choices: [
        { value: 'straight', label: 'Linear' },
        { value: 'round', label: 'Circular' },
        { value: 'around', label: 'Clock' },
      ],
      default: 'straight',
    },
    percent('shown', 'Progress', 0.5, { help: 'How much of the way is shown.' }),
    angle('angle', 'Angle', 0, {
      help: `Where it goes; of a clock, where it begins. ${angleConvention}`,
      shownWhen: { key: 'form', is: ['straight', 'around'] },
    }),
    distance('softness', 'Feather', 40, {
      help: 'Width of the soft edge, from 0 to 100 %. Its middle is where the edge stands.',
    }),
    { kind: 'switch', key: 'inverted', label: 'Inverted', help: 'Shows the rest instead.', default: false },
    centreField,
  ],
  run(buffer, { form, shown, angle, softness, inverted, centre }, context) {
    const scale = scaleOf(context);
    const turn = ((angle % 360) * Math.PI) / 180;
    const at = pixelOf(context, centre);
    const corners = cornersFrom(context.size, centre);
    const farthest =
      form === 'straight'
        ? Math.max(...corners.map(({ x, y }) => Math.abs(x * cos(turn) + y * sin(turn))))
        : Math.max(...corners.map(({ x, y }) => Math.hypot(x, y)));
    const [first, last] =
      form === 'straight'
        ? [-farthest * scale, farthest * scale]
        : [0, form === 'round' ? farthest * scale : 2 * Math.PI];
    const edge = first + (last - first) * shown;
    // Half the width; of a clock that halfway out. It narrows at both ends, so that nothing and everything are just that.
    const wide = form === 'around' ? softness / Math.max(farthest, 1) : (softness * scale) / 2;
    const soft = Math.min(wide, edge - first, last - edge);
    const task = putWipeTask(buffer.code.memory.buffer, {
      kind: kinds[form],
      ...at,
      angle: turn + rotationOf(context),
      across: cos(turn + rotationOf(context)),
      down: sin(turn + rotationOf(context)),
      edge,
      soft,
      inverted: inverted ? 1 : 0,
      work: buffer.take(16),
    });
    buffer.point('wipe', task, { cost: 2 });
  },
});

/** Corners of the picture, from a point on. */
const cornersFrom = ({ width, height }: { width: number; height: number }, from: { x: number; y: number }) =>
  [0, width].flatMap((x) => [0, height].map((y) => ({ x: x - from.x, y: y - from.y })));
