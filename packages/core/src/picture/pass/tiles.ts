import { putTilesTask } from '../../pixels';
import { centreField } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

const times = <const Key extends string>(key: Key, label: string) =>
  ({ kind: 'number', key, label, min: 0.1, max: 100, step: 1, unit: '', default: 2 }) as const;

/** The picture small, many times. */
export const tiles = passKind({
  kind: 'tiles',
  label: 'Repeat',
  heading: 'Shape',
  about: 'The picture small, many times',
  light: 'encoded',
  form: 'gather',
  fields: [
    times('columns', 'Columns'),
    times('rows', 'Rows'),
    {
      kind: 'switch',
      key: 'mirrored',
      label: 'Mirrored',
      help: 'Every other one is a mirror image, so that edges meet.',
      default: false,
    },
    centreField,
  ],
  margin: () => Infinity,
  keepsEdges: () => true,
  run(buffer, { columns, rows, mirrored, centre }, context) {
    const scale = scaleOf(context);
    const task = putTilesTask(buffer.code.memory.buffer, {
      ...pixelOf(context, centre),
      columns,
      rows,
      mirrored: mirrored ? 1 : 0,
      width: context.size.width * scale,
      height: context.size.height * scale,
    });
    buffer.gather('repeat', (image) => buffer.code.tiles(image, task));
  },
});
