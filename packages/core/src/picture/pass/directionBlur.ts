import { angleConvention, cos, sin } from '../../contract';
import { averageAlong } from './average';
import { angle, distance, edgesField } from './passFields';
import { passKind, rotationOf, scaleOf } from './passKind';

/** Drawn out along one direction. */
export const directionBlur = passKind({
  kind: 'directionBlur',
  label: 'Directional blur',
  heading: 'Blur',
  about: 'Drawn out along one direction',
  light: 'encoded',
  form: 'pyramid',
  anySize: true,
  fields: [
    distance('length', 'Length', 60),
    angle('angle', 'Angle', 0, { help: angleConvention }),
    edgesField('repeat'),
  ],
  margin: ({ length, edges }) => (edges === 'clear' ? length / 2 : 0),
  run(buffer, { length, angle, edges }, context) {
    const pixels = Math.min(length * scaleOf(context), 4 * Math.max(buffer.width, buffer.height));
    if (pixels < 0.1) return;
    const turn = (angle * Math.PI) / 180 + rotationOf(context);
    const by = { x: pixels * cos(turn), y: pixels * sin(turn) };
    buffer.become(averageAlong(buffer, buffer, by, edges));
  },
});
