import { putMosaicTask } from '../../pixels';
import { centreField, distance } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

/** Cells of one colour each. */
export const mosaic = passKind({
  kind: 'mosaic',
  label: 'Cells',
  heading: 'Shape',
  about: 'Cells of one colour each',
  light: 'encoded',
  form: 'pyramid',
  fields: [
    distance('width', 'Cell width', 24, { min: 1 }),
    distance('height', 'Cell height', 24, { min: 1 }),
    { ...centreField, help: 'A corner of four cells.', rare: true },
  ],
  margin: ({ width, height }) => Math.max(width, height),
  keepsEdges: () => true,
  run(buffer, { width, height, centre }, context) {
    const scale = scaleOf(context);
    const size = { width: Math.max(1, width * scale), height: Math.max(1, height * scale) };
    if (size.width <= 1 && size.height <= 1) return;
    const { x, y } = pixelOf(context, centre);
    // Counted from the edges of pixels.
    const task = putMosaicTask(buffer.code.memory.buffer, { x: x + 0.5, y: y + 0.5, ...size });
    buffer.code.mosaic(buffer.image(), task);
    buffer.swap();
  },
});
