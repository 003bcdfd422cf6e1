import {
  angleConvention,
  choicesOf,
  type Condition,
  fieldGroups,
  type Point,
  record,
  type Size,
  type ValueOf,
} from '../../contract';
import { gradientFields, stopsRise } from '../palette/palette';
import { layerRecord } from './layerRecord';

/** What colour particles have. */
export const particleColorRecord = record(
  'particleColor',
  [
    {
      heading: 'Colour',
      fields: [
        {
          kind: 'choice',
          key: 'kind',
          label: 'Colour',
          choices: choicesOf({ color: 'One colour', life: 'Over life', random: 'At random' }),
          default: 'life',
          driven: false,
        },
        {
          ...gradientFields[0],
          default: [
            { id: 'first', at: 0, color: '#fff1cf' },
            { id: 'last', at: 1, color: '#d8482a' },
          ],
          hidden: true,
        },
        { ...gradientFields[1], shownWhen: { key: 'kind', isNot: ['color'] } },
      ],
    },
  ],
  [stopsRise],
);

const number = <const Key extends string>(
  key: Key,
  label: string,
  [min, max, step]: readonly [number, number, number],
  unit: string,
  standard: number | ((size: Size) => number),
  part: {
    help?: string;
    shownWhen?: Condition | readonly Condition[];
    rare?: true;
    shownPer?: number;
    whole?: true;
  } = {},
) => ({ kind: 'number', key, label, min, max, step, unit, default: standard, ...part }) as const;
const share = <const Key extends string>(
  key: Key,
  label: string,
  standard: number,
  part: { help?: string; shownWhen?: Condition; rare?: true } = {},
) => number(key, label, [0, 1, 5], '%', standard, { shownPer: 100, ...part });
const point = <const Key extends string>(
  key: Key,
  label: string,
  standard: Point | ((size: Size) => Point),
  part: { help?: string; shownWhen?: Condition; unit?: string } = {},
) =>
  ({
    kind: 'point',
    key,
    label,
    min: -20000,
    max: 20000,
    step: 10,
    unit: 'px',
    default: standard,
    ...part,
  }) as const;

const from = (...is: string[]) => ({ key: 'source', is });
const bursting = { key: 'bursts', isNot: ['none'] } as const;
const forms = {
  disc: 'Dot',
  ball: 'Soft ball',
  star: 'Star',
  polygon: 'Polygon',
  ring: 'Ring',
  streak: 'Streak',
  image: 'Image',
} as const;

export const particlesLayerRecord = layerRecord(
  'particles',
  fieldGroups([
    {
      heading: 'Source',
      fields: [
        {
          kind: 'choice',
          key: 'source',
          label: 'Source',
          choices: choicesOf({
            point: 'Point',
            line: 'Line',
            path: 'Path',
            area: 'Area',
            edge: 'Edges of the picture',
          }),
          default: 'area',
          driven: false,
        },
        point('position', 'Position', ({ width, height }) => ({ x: width / 2, y: height / 2 }), {
          shownWhen: from('point', 'line', 'area'),
        }),
        point('end', 'End', ({ width, height }) => ({ x: width * 0.9, y: height / 2 }), {
          shownWhen: from('line'),
        }),
        {
          kind: 'reference',
          key: 'path',
          label: 'Path',
          to: 'paths',
          nullable: true,
          driven: false,
          shownWhen: from('path'),
        },
        {
          kind: 'choice',
          key: 'form',
          label: 'Form',
          choices: choicesOf({ box: 'Rectangle', round: 'Ellipse' }),
          default: 'box',
          driven: false,
          shownWhen: from('area'),
        },
        number('width', 'Width', [0, 20000, 10], 'px', ({ width }) => width, { shownWhen: from('area') }),
        number('height', 'Height', [0, 20000, 10], 'px', ({ height }) => height, { shownWhen: from('area') }),
        {
          kind: 'choice',
          key: 'side',
          label: 'Side',
          choices: choicesOf({ all: 'All', left: 'Left', right: 'Right', top: 'Top', bottom: 'Bottom' }),
          default: 'bottom',
          driven: false,
          shownWhen: from('edge'),
        },
      ],
    },
    {
      heading: 'Emission',
      fields: [
        number('rate', 'Per second', [0, 4000, 5], '/s', 40, { help: 'Particles born in a second.' }),
        {
          kind: 'choice',
          key: 'bursts',
          label: 'Bursts',
          help: 'Many at once, when something happens.',
          choices: choicesOf({ none: 'None', hit: 'On hit', beat: 'On beat', bar: 'On bar' }),
          default: 'none',
          driven: false,
        },
        {
          kind: 'reference',
          key: 'follower',
          label: 'Follower',
          help: 'Of which the hits count.',
          to: 'followers',
          nullable: true,
          soft: true,
          driven: false,
          shownWhen: { key: 'bursts', is: ['hit'] },
        },
        number('burst', 'Burst size', [0, 4000, 5], '', 60, { shownWhen: bursting, whole: true }),
        {
          kind: 'switch',
          key: 'empty',
          label: 'Empty at start',
          help: 'No particles before the layer starts. Otherwise it starts as if they had been there for a while.',
          default: false,
          driven: false,
        },
        number('life', 'Lifetime', [0.05, 30, 0.1], 's', 4),
        share('lifeVariation', 'Lifetime variation', 0.4, {
          help: 'How much shorter some live.',
          rare: true,
        }),
        number('seed', 'Seed', [0, 999999, 1], '', 1, {
          help: 'Changes the random pattern.',
          whole: true,
          rare: true,
        }),
      ],
    },
    {
      heading: 'Motion',
      fields: [
        number('speed', 'Speed', [0, 10000, 10], 'px/s', 30),
        share('speedVariation', 'Speed variation', 0.5, { rare: true }),
        number('direction', 'Direction', [-36000, 36000, 5], '°', -90, { help: angleConvention }),
        number('spread', 'Spread', [0, 360, 5], '°', 360, { help: 'Around the direction.' }),
        point('gravity', 'Gravity', { x: 0, y: 0 }, { unit: 'px/s²' }),
        number('drag', 'Drag', [0, 20, 0.1], '/s', 0.2, { help: 'How fast they lose their speed.' }),
        number('turbulence', 'Turbulence', [0, 4000, 5], 'px', 40),
        number('turbulenceSize', 'Turbulence size', [10, 10000, 10], 'px', 400, { rare: true }),
        number('turbulenceSpeed', 'Turbulence speed', [0, 20, 0.1], '/s', 0.2, { rare: true }),
        number('spin', 'Spin', [-3600, 3600, 10], '°/s', 0, { help: 'At most, to both sides.' }),
        number('depth', 'Depth', [0, 10000, 20], 'px', 0, {
          help: 'How far they stand apart towards the viewer.',
        }),
        number('approach', 'Approach', [-10000, 10000, 20], 'px/s', 0, {
          help: 'Speed towards the viewer.',
          rare: true,
        }),
      ],
    },
    {
      heading: 'Look',
      fields: [
        {
          kind: 'choice',
          key: 'look',
          label: 'Look',
          choices: choicesOf(forms),
          default: 'ball',
          driven: false,
        },
        {
          kind: 'reference',
          key: 'image',
          label: 'Image',
          to: 'images',
          nullable: true,
          driven: false,
          shownWhen: { key: 'look', is: ['image'] },
        },
        number('corners', 'Points', [3, 24, 1], '', 5, {
          whole: true,
          shownWhen: { key: 'look', is: ['star', 'polygon'] },
        }),
        number('size', 'Size', [0.1, 2000, 1], 'px', 10),
        share('sizeVariation', 'Size variation', 0.6, { help: 'How much smaller some are.' }),
        number('growth', 'Growth', [0, 10, 5], '%', 1, {
          shownPer: 100,
          help: 'Size at the end of its lifetime.',
        }),
        number('stretch', 'Stretch', [1, 40, 0.5], '×', 6, { shownWhen: { key: 'look', is: ['streak'] } }),
        share('softness', 'Feather', 0.2, {
          shownWhen: { key: 'look', isNot: ['ball', 'streak', 'image'] },
        }),
        share('opacity', 'Opacity', 0.8),
        share('appear', 'Fade in', 0.15, { help: 'Share of its lifetime in which a particle appears.' }),
        share('vanish', 'Fade out', 0.5, { help: 'Share of its lifetime in which it vanishes.' }),
        share('twinkle', 'Twinkle', 0, { help: 'How much its light trembles.' }),
        { kind: 'record', key: 'color', label: 'Colour', of: particleColorRecord },
        {
          kind: 'switch',
          key: 'add',
          label: 'Additive',
          help: 'Where particles meet it is brighter; else the younger ones lie in front.',
          default: true,
          driven: false,
        },
      ],
    },
  ]),
);
export type ParticlesLayer = { kind: 'particles' } & ValueOf<typeof particlesLayerRecord>;
