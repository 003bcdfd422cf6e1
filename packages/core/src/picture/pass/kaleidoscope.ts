import { angleConvention } from '../../contract';
import { putFoldTask } from '../../pixels';
import { angle, centreField, edgesField } from './passFields';
import { passKind, pixelOf, rotationOf } from './passKind';

/** One sector of the picture all around, every other time mirrored. */
export const kaleidoscope = passKind({
  kind: 'kaleidoscope',
  label: 'Kaleidoscope',
  heading: 'Shape',
  about: 'One sector of the picture all around',
  light: 'encoded',
  form: 'gather',
  fields: [
    {
      kind: 'number',
      key: 'sectors',
      label: 'Sectors',
      help: 'Pairs of a sector and its mirror image.',
      min: 1,
      max: 64,
      step: 1,
      unit: '',
      whole: true,
      default: 6,
    },
    angle('angle', 'Angle', 0, { help: `Where the first sector begins. ${angleConvention}` }),
    angle('turn', 'Source rotation', 0, { help: 'Which part of the picture the sectors show.' }),
    centreField,
    edgesField('mirror'),
  ],
  margin: () => Infinity,
  run(buffer, { sectors, angle, turn, centre, edges }, context) {
    const radians = Math.PI / 180;
    const task = putFoldTask(buffer.code.memory.buffer, {
      ...pixelOf(context, centre),
      angle: (angle % 360) * radians + rotationOf(context),
      sector: Math.PI / sectors,
      turn: (turn % 360) * radians,
    });
    buffer.gather(edges, (image) => buffer.code.fold(image, task));
  },
});
