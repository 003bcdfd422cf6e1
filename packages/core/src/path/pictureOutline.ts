import { buildDataPath, dataFields, mostData, type DataPath } from './dataPath';
import { pathShape } from './shape';

interface PictureOutline extends DataPath {
  picture: string;
  edge: 'alpha' | 'brightness';
  threshold: number;
  detail: number;
}

/** The outline of a picture, traced where its alpha or its brightness crosses a threshold; the film holds the outline. */
export const pictureOutline = pathShape<'picture', PictureOutline>(
  'picture',
  'Outline of a picture',
  [
    { kind: 'picture', key: 'picture', label: 'Picture' },
    {
      kind: 'choice',
      key: 'edge',
      label: 'Edge of',
      choices: [
        { value: 'alpha', label: 'What is opaque' },
        { value: 'brightness', label: 'What is bright' },
      ],
    },
    {
      kind: 'number',
      key: 'threshold',
      label: 'Threshold',
      min: 0.01,
      max: 0.99,
      step: 5,
      unit: '%',
      shownPer: 100,
    },
    {
      kind: 'number',
      key: 'detail',
      label: 'Detail',
      help: 'How closely the curves follow the edge.',
      min: 0.01,
      max: 1,
      step: 5,
      unit: '%',
      shownPer: 100,
    },
    ...dataFields,
    { kind: 'made', key: 'data', maxLength: mostData },
  ],
  (width, height) => ({
    picture: '',
    edge: 'alpha',
    threshold: 0.5,
    detail: 0.6,
    data: '',
    lines: 'all',
    centerX: width / 2,
    centerY: height / 2,
    scale: 1,
    turn: 0,
  }),
  buildDataPath,
);
