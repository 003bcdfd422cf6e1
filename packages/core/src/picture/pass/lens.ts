import { putLensTask } from '../../pixels';
import { centreField, edgesField, distance, percent } from './passFields';
import { passKind, pixelOf, scaleOf } from './passKind';

/** Enlarges the picture, or a round part of it. */
export const lens = passKind({
  kind: 'lens',
  label: 'Lens',
  heading: 'Shape',
  about: 'Enlarges the picture, or a round part of it',
  light: 'encoded',
  form: 'gather',
  fields: [
    {
      kind: 'number',
      key: 'zoom',
      label: 'Magnification',
      min: 0.1,
      max: 20,
      step: 5,
      unit: '%',
      shownPer: 100,
      default: 1.3,
    },
    {
      kind: 'choice',
      key: 'area',
      label: 'Area',
      choices: [
        { value: 'all', label: 'Whole picture' },
        { value: 'round', label: 'Circle' },
      ],
      default: 'all',
    },
    distance('radius', 'Radius', ({ height }) => Math.round(height * 0.3), {
      min: 1,
      shownWhen: { key: 'area', is: ['round'] },
    }),
    percent('rim', 'Rim feather', 0.5, { shownWhen: { key: 'area', is: ['round'] } }),
    centreField,
    edgesField('mirror'),
  ],
  margin: () => Infinity,
  run(buffer, { zoom, area, radius, rim, centre, edges }, context) {
    const { x, y } = pixelOf(context, centre);
    if (zoom === 1) return;
    if (area === 'all') {
      const [left, top] = [x - x / zoom, y - y / zoom];
      buffer.gather(edges, (image) => buffer.code.affine(image, 1 / zoom, 0, 0, 1 / zoom, left, top));
      return;
    }
    const glass = { x, y, radius: Math.max(1, radius * scaleOf(context)), rim, zoom };
    const task = putLensTask(buffer.code.memory.buffer, glass);
    buffer.gather(edges, (image) => buffer.code.lens(image, task));
  },
});
