import { buildDataPath, dataFields, dataTraits, maxData } from './dataPath';
import { shapeKind } from './shapeKind';

/** A harbour's skyline: what a new path of this kind shows. */
const sampleData =
  'M0 60 C40 40 60 80 100 60 L130 60 L140 20 L150 60 C190 60 200 10 240 10 S300 60 340 60 Q380 20 420 60 T500 60';

export const svgPath = shapeKind({
  kind: 'svg',
  label: 'SVG',
  fields: [
    {
      kind: 'text',
      key: 'data',
      label: 'Data',
      help: 'What stands in the d attribute of an SVG path.',
      maxLength: maxData,
      default: sampleData,
    },
    ...dataFields('longest'),
  ],
  place({ width, height }) {
    const scale = Number((width / 620).toFixed(2));
    return { position: { x: width / 2, y: Math.round(height * 0.6) }, scale: { x: scale, y: scale } };
  },
  slot: 'pathData',
  build: buildDataPath,
  ...dataTraits,
});
