import { angleConvention, cos, grown, sin } from '../../contract';
import { putSplitTask } from '../../pixels';
import { angle, centreField, distance, edgesField, percent } from './passFields';
import { passKind, pixelOf, rotationOf, scaleOf } from './passKind';
import { reachedRegion, swept } from './region';

/** Red and blue lie apart. */
export const colorSplit = passKind({
  kind: 'colorSplit',
  label: 'RGB split',
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
    const [x, y] = [far * cos(turn), far * sin(turn)];
    const middle = { x: middleX, y: middleY };
    buffer.gather(edges, (image) => {
      const { width, height } = buffer;
      // What is found between four pixels is seen at one of them.
      const region = reachedRegion(
        buffer,
        { address: buffer.inBytes(), width, height, bytes: 4 },
        edges,
        (box) =>
          grown(
            swept(
              grown(box, Math.max(Math.abs(x), Math.abs(y)) + 1),
              middle,
              [1 / (1 + spread), 1 / (1 - spread)],
              false,
            ),
            1,
          ),
      );
      const work = buffer.take(4 * width + 16);
      const task = { x, y, spread, middleX, middleY, work, ...region };
      buffer.code.splitColors(image, putSplitTask(buffer.code.memory.buffer, task));
    });
  },
});
