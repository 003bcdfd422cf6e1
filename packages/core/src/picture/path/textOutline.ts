import { buildDataPath, dataFields, dataTraits, maxData } from './dataPath';
import { shapeKind } from './shapeKind';

/**
 * The outline of a text. The film holds the outline itself, as path data with 1,000 units to the
 * size of the type, so that it looks the same wherever the typeface is not at hand.
 */
export const textOutline = shapeKind({
  kind: 'text',
  label: 'Text outline',
  fields: [
    { kind: 'text', key: 'text', label: 'Text', maxLength: 200, line: true, default: '' },
    { kind: 'font', key: 'font', label: 'Typeface', default: '' },
    {
      kind: 'number',
      key: 'spacing',
      label: 'Letter spacing',
      help: 'Added between letters, in thousandths of the type size.',
      min: -500,
      max: 2000,
      step: 10,
      unit: '',
      default: 40,
      // Outlines are made in the interface, not from frame to frame.
      driven: false,
    },
    ...dataFields('all'),
    { kind: 'made', key: 'data', label: 'Outline as path data', maxLength: maxData, default: '' },
  ],
  place({ height }) {
    const scale = Number((height / 2700).toFixed(3));
    return { scale: { x: scale, y: scale } };
  },
  build: buildDataPath,
  ...dataTraits,
});
