import { cos, layeredNoise, sin } from '../../contract';
import { angle, centreField, distance, edgesField, seedField } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

/** The picture trembles as if the camera had been hit. Its amount is what a follower drives. */
export const shake = passKind({
  kind: 'shake',
  label: 'Shake',
  heading: 'Shape',
  about: 'The picture trembles, as if the camera were hit',
  light: 'encoded',
  form: 'gather',
  fields: [
    distance('amount', 'Amount', 12, { max: 1000 }),
    angle('rotation', 'Rotation', 0.4, { help: 'To both sides at most.' }),
    {
      kind: 'number',
      key: 'speed',
      label: 'Speed',
      help: 'Turns in a second.',
      min: 0,
      max: 60,
      step: 0.5,
      unit: '/s',
      default: 9,
    },
    centreField,
    seedField,
    edgesField('mirror'),
  ],
  margin: ({ amount, rotation }) => (rotation === 0 ? amount : Infinity),
  run(buffer, { amount, rotation, speed, centre, seed, edges }, context) {
    const scale = scaleOf(context);
    const at = context.t * speed;
    const part = (index: number) => layeredNoise(3 * seed + index, at, 2);
    const [across, down] = [part(0) * amount * scale, part(1) * amount * scale];
    const turn = (part(2) * rotation * Math.PI) / 180;
    if (across === 0 && down === 0 && turn === 0) return;
    const { x, y } = pixelOf(context, centre);
    // Where a pixel comes from: the other way round.
    const [a, b] = [cos(turn), -sin(turn)];
    const [left, top] = [x + across, y + down];
    const [e, f] = [x - a * left + b * top, y - b * left - a * top];
    buffer.gather(edges, (image) => buffer.code.affine(image, a, b, -b, a, e, f));
  },
});
