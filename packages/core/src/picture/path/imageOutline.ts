import { buildDataPath, dataFields, dataTraits, maxData } from './dataPath';
import { shapeKind } from './shapeKind';

// Outlines are traced in the interface, not from frame to frame.
const share = { kind: 'number', max: 1, step: 5, unit: '%', shownPer: 100, driven: false } as const;

/** The outline of an image, traced where its alpha or its brightness crosses a threshold; the film holds the outline. */
export const imageOutline = shapeKind({
  kind: 'image',
  label: 'Image outline',
  fields: [
    { kind: 'reference', key: 'image', label: 'Image', to: 'images', nullable: true, driven: false },
    {
      kind: 'choice',
      key: 'edge',
      label: 'Traced by',
      choices: [
        { value: 'alpha', label: 'Opacity' },
        { value: 'brightness', label: 'Brightness' },
      ],
      default: 'alpha',
      driven: false,
    },
    { ...share, key: 'threshold', label: 'Threshold', min: 0.01, max: 0.99, default: 0.5 },
    {
      ...share,
      key: 'detail',
      label: 'Detail',
      help: 'How closely the curves follow the edge.',
      min: 0.01,
      default: 0.6,
    },
    ...dataFields('all'),
    { kind: 'made', key: 'data', label: 'Outline as path data', maxLength: maxData, default: '' },
  ],
  build: buildDataPath,
  ...dataTraits,
});
