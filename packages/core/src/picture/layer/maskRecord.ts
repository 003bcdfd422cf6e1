import { record, type ValueOf } from '../../contract';

const byPath = { key: 'kind', is: ['path'] } as const;
const byLayer = { key: 'kind', is: ['layer'] } as const;
const some = { key: 'kind', isNot: ['none'] } as const;

/** What of a layer is seen: what lies within a path, or where another layer is. */
export const maskRecord = record('mask', [
  {
    heading: 'Mask',
    fields: [
      {
        kind: 'choice',
        key: 'kind',
        label: 'Mask',
        choices: [
          { value: 'none', label: 'None' },
          { value: 'path', label: 'Path' },
          { value: 'layer', label: 'Layer' },
        ],
        default: 'none',
        driven: false,
      },
      {
        kind: 'reference',
        key: 'path',
        label: 'Path',
        help: 'What lies within it is seen. It moves with the layer.',
        to: 'paths',
        nullable: true,
        driven: false,
        shownWhen: byPath,
      },
      {
        kind: 'reference',
        key: 'layer',
        label: 'Layer',
        help: 'Where it is, this one is seen. It does not have to be visible.',
        to: 'layers',
        nullable: true,
        driven: false,
        shownWhen: byLayer,
      },
      {
        kind: 'choice',
        key: 'by',
        label: 'Channel',
        choices: [
          { value: 'opacity', label: 'Opacity' },
          { value: 'brightness', label: 'Brightness' },
        ],
        default: 'opacity',
        driven: false,
        shownWhen: byLayer,
      },
      {
        kind: 'number',
        key: 'softness',
        label: 'Feather',
        help: 'Width of the soft edge, from 0 to 100 %. Its middle is where the edge was.',
        min: 0,
        max: 12000,
        step: 1,
        unit: 'px',
        default: 0,
        shownWhen: some,
      },
      { kind: 'switch', key: 'inverted', label: 'Inverted', default: false, driven: false, shownWhen: some },
    ],
  },
]);
export type MaskSettings = ValueOf<typeof maskRecord>;

/** Whether a mask cuts anything. */
export const isMasked = ({ kind, path, layer }: MaskSettings): boolean =>
  (kind === 'path' && path !== null) || (kind === 'layer' && layer !== null);

/** Id of the layer that a mask is made of; undefined where it is made of none. */
export const maskLayer = ({ kind, layer }: MaskSettings): string | undefined =>
  kind === 'layer' && layer !== null ? layer : undefined;
