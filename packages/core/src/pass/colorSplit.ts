import { angleConvention } from '../property/angles';
import { cos, sin } from '../math/math';
import { putSplitTask } from './passCalls';
import { angle, centreField, distance, edgesField, percent } from './passFields';
import { passKind, pixelOf, rotationOf, scaleOf } from './passKind';

/** Red and blue lie apart. */
export const colorSplit = passKind({
  kind: 'colorSplit',
  label: 'Colour split',
  heading: 'Texture',
  about: 'Red and blue lie apart, evenly or towards the edges',
  light: 'encoded',
  form: 'gather',
  fields: [
    distance('distance', 'Distance', 4, { max: 500 }),
    angle('angle', 'Angle', 0, { help: `Of red; blue lies opposite. ${angleConvention}` }),
    percent('spread', 'Towards the edges', 0, { max: 0.5, step: 0.1 }),
    centreField,
    edgesField('repeat'),
  ],
  margin: ({ distance, spread }) => (spread > 0 ? Infinity : distance),
  run(buffer, { distance, angle, spread, centre, edges }, context) {
    const far = distance * scaleOf(context);
    if (far < 0.01 && spread === 0) return;
    const turn = ((angle % 360) * Math.PI) / 180 + rotationOf(context);
    const { x: middleX, y: middleY } = pixelOf(context, centre);
    const task = putSplitTask(buffer.code.memory.buffer, {
      x: far * cos(turn),
      y: far * sin(turn),
      spread,
      middleX,
      middleY,
      room: buffer.take(4 * buffer.width + 16),
    });
    buffer.gather(edges, (image) => buffer.code.splitColors(image, task));
  },
});
