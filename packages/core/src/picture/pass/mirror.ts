import { angleConvention, cos, sin } from '../../contract';
import { angle, centreField, edgesField } from './passFields';
import { passKind, pixelOf, rotationOf } from './passKind';

/** One half of the picture, and its mirror image. */
export const mirror = passKind({
  kind: 'mirror',
  label: 'Mirror',
  heading: 'Shape',
  about: 'One half of the picture, and its mirror image',
  light: 'encoded',
  form: 'gather',
  fields: [
    angle('angle', 'Angle', 90, { help: `Of the axis; the half on its left is kept. ${angleConvention}` }),
    centreField,
    edgesField('mirror'),
  ],
  margin: () => Infinity,
  run(buffer, { angle, centre, edges }, context) {
    const axis = ((angle % 360) * Math.PI) / 180 + rotationOf(context);
    const { x, y } = pixelOf(context, centre);
    // A quarter turn clockwise from the axis: to its right.
    buffer.gather(edges, (image) => buffer.code.reflect(image, x, y, -sin(axis), cos(axis)));
  },
});
