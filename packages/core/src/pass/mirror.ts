import { putFoldTask } from './passCalls';
import { angle, centreField, edgesField } from './passFields';
import { passKind, pixelOf, rotationOf } from './passKind';

/** One half of the picture, and its mirror image. */
export const mirrorImage = passKind({
  kind: 'mirrorImage',
  label: 'Mirror',
  heading: 'Shape',
  about: 'One half of the picture, and its mirror image',
  light: 'encoded',
  fields: [
    angle('angle', 'Angle', 90, { help: 'Of the axis; the half on its left is kept.' }),
    centreField,
    edgesField('mirror'),
  ],
  margin: () => Infinity,
  run(buffer, { angle, centre, edges }, context) {
    const axis = ((angle % 360) * Math.PI) / 180 + rotationOf(context);
    const task = putFoldTask(buffer.code.memory.buffer, {
      ...pixelOf(context, centre),
      angle: axis,
      sector: Math.PI,
      turn: 0,
    });
    buffer.code.fold(buffer.image(edges), task);
    buffer.swap();
  },
});
