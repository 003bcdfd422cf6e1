import { choicesOf, record, type ValueOf } from '../../contract';
import { gradientFields, stopsRise } from '../palette/palette';

const share = { kind: 'number', min: 0, max: 1, step: 5, unit: '%', shownPer: 100 } as const;

/** What a body is made of. */
export const materialRecord = record(
  'material',
  [
    {
      heading: 'Material',
      fields: [
        {
          kind: 'choice',
          key: 'drawn',
          label: 'Render mode',
          choices: choicesOf({
            filled: 'Solid',
            both: 'Solid and wireframe',
            wire: 'Wireframe',
            hidden: 'Hidden-line',
            points: 'Points',
          }),
          default: 'filled',
        },
        {
          kind: 'choice',
          key: 'by',
          label: 'Colour by',
          choices: choicesOf({
            one: 'Single colour',
            height: 'Height',
            level: 'Level',
            band: 'Band',
            depth: 'Depth',
          }),
          default: 'height',
        },
        {
          kind: 'reference',
          key: 'palette',
          label: 'Palette',
          to: 'palettes',
          nullable: true,
          help: 'Its own colours, or a palette that several layers share.',
        },
        {
          ...gradientFields[0],
          default: [
            { id: 'low', at: 0, color: '#1f4a4d' },
            { id: 'high', at: 1, color: '#f2a33c' },
          ],
          hidden: true,
        },
        { ...gradientFields[1], rare: true, shownWhen: { key: 'by', isNot: ['one'] } },
        {
          kind: 'switch',
          key: 'smooth',
          label: 'Smooth shading',
          default: true,
          shownWhen: { key: 'drawn', is: ['filled', 'both'] },
        },
        { ...share, key: 'metal', label: 'Metalness', default: 0 },
        { ...share, key: 'roughness', label: 'Roughness', default: 0.5 },
        { ...share, max: 4, key: 'glow', label: 'Emission', help: 'Light of its own.', default: 0 },
        { ...share, key: 'opacity', label: 'Opacity', default: 1 },
        {
          kind: 'number',
          key: 'lineWidth',
          label: 'Line width',
          min: 0.1,
          max: 200,
          step: 0.5,
          unit: 'px',
          default: 2,
          shownWhen: { key: 'drawn', isNot: ['filled'] },
        },
        {
          kind: 'color',
          key: 'lineColor',
          label: 'Line colour',
          default: '#f6ead2',
          shownWhen: { key: 'drawn', is: ['both'] },
        },
      ],
    },
  ],
  [stopsRise],
);
export type Material = ValueOf<typeof materialRecord>;
