import { choicesOf, fieldGroups, ofHeight } from '../../contract';
import { boxOf } from '../../pixels';
import { playerSigns } from './playerSigns';
import { paintIn, paintRecord } from '../palette/paintRecord';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';
import { endsChoice, pathField } from './pathField';
import { outlinesOf } from '../path/outlines';

const outlined = { key: 'outlined', is: [true] } as const;
const px = { kind: 'number', min: 0, max: 2000, step: 1, unit: 'px' } as const;

export const filledOutlineRecord = layerRecord(
  'shape',
  fieldGroups([
    {
      heading: 'Shape',
      fields: [
        pathField,
        { kind: 'switch', key: 'filled', label: 'Filled', default: true },
        {
          kind: 'record',
          key: 'fill',
          label: 'Fill',
          of: paintRecord,
          default: ({ width, height }) => ({
            kind: 'linear',
            stops: [
              { id: 'first', at: 0, color: '#f2c879' },
              { id: 'last', at: 1, color: '#d8543a' },
            ],
            mix: 'oklch',
            angle: 90,
            center: { x: 0.5, y: 0.5 },
            size: width > 0 && height > 0 ? 1 : 1,
          }),
        },
        {
          kind: 'choice',
          key: 'rule',
          rare: true,
          label: 'Fill rule',
          help: 'Of lines within lines.',
          choices: choicesOf({ evenodd: 'Left out', nonzero: 'Filled' }),
          default: 'evenodd',
        },
      ],
    },
    {
      heading: 'Outline',
      fields: [
        { kind: 'switch', key: 'outlined', label: 'Outlined', default: false },
        { ...px, key: 'width', label: 'Width', default: ofHeight(0.006, 1), shownWhen: outlined },
        {
          ...px,
          key: 'dash',
          label: 'Dash length',
          help: '0 for a line without dashes.',
          default: 0,
          shownWhen: outlined,
        },
        {
          ...px,
          key: 'gap',
          label: 'Gap length',
          default: ofHeight(0.012, 1),
          shownWhen: [outlined, { key: 'dash', isNot: [0] }],
        },
        {
          ...px,
          key: 'dashOffset',
          rare: true,
          label: 'Dash offset',
          help: 'Driven, dashes run along the line.',
          min: -100_000,
          max: 100_000,
          default: 0,
          shownWhen: [outlined, { key: 'dash', isNot: [0] }],
        },
        { ...endsChoice, shownWhen: outlined },
        { kind: 'record', key: 'stroke', label: 'Outline paint', of: paintRecord, shownWhen: outlined },
      ],
    },
  ]),
);
/** A path, filled and outlined. */
export const filledOutline: LayerKind<'shape', typeof filledOutlineRecord> = {
  kind: 'shape',
  label: 'Shape',
  icon: 'shapes',
  offers: [
    {
      heading: 'Layers',
      name: 'Shape',
      about: 'A path, filled and outlined',
      icon: 'shapes',
      path: ({ height }) => ({ kind: 'circle', shape: { radius: Math.round(height * 0.2) } }),
      part: () => ({}),
    },
    ...playerSigns,
  ],
  record: filledOutlineRecord,
  content(layer, { film, cache }) {
    const found = film.paths.find(({ id }) => id === layer.path);
    if (!found) return { operations: [] };
    const path = cache.paths.get(found);
    const outlines = outlinesOf(path);
    const box = boxOf(outlines);
    const { filled, outlined: hasOutline, dash, gap } = layer;
    if (!filled && !hasOutline) return { operations: [] };
    return {
      operations: [
        {
          op: 'shape',
          outlines,
          closed: path.closed || path.parts !== undefined,
          fill: filled ? paintIn(layer.fill, box, cache.ramps) : null,
          rule: layer.rule,
          stroke: hasOutline && layer.width > 0 ? paintIn(layer.stroke, box, cache.ramps) : null,
          width: layer.width,
          ends: layer.ends,
          corners: 'round',
          dashes: dash > 0 ? [dash, gap] : [],
          dashOffset: layer.dashOffset,
        },
      ],
    };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
