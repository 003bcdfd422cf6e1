import { buildDataPath, dataFields, mostData, type DataPath } from './dataPath';
import { pathShape } from './shape';

interface TextOutline extends DataPath {
  text: string;
  /** Name of the typeface the outline was made with. */
  font: string;
  /** Space added between letters, in thousandths of the size. */
  spacing: number;
}

/**
 * The outline of a text. The film holds the outline itself, as path data with 1,000 units to the
 * size of the type, so that it looks the same wherever the typeface is not at hand.
 */
export const textOutline = pathShape<'text', TextOutline>(
  'text',
  'Text',
  [
    { kind: 'text', key: 'text', label: 'Text', maxLength: 200, line: true },
    { kind: 'font', key: 'font', label: 'Typeface' },
    {
      kind: 'number',
      key: 'spacing',
      label: 'Spacing',
      help: 'Added between letters, in thousandths of the size.',
      min: -500,
      max: 2000,
      step: 10,
      unit: '',
    },
    ...dataFields,
    { kind: 'made', key: 'data', maxLength: mostData },
  ],
  (width, height) => ({
    text: '',
    font: '',
    spacing: 40,
    data: '',
    lines: 'all',
    centerX: width / 2,
    centerY: height / 2,
    scale: Number((height / 2700).toFixed(3)),
    turn: 0,
  }),
  buildDataPath,
);
