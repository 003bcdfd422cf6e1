import { defaultsOf, fieldGroups, type Size, type ValueOf } from '../../contract';
import { paintIn, paintRecord } from '../palette/paintRecord';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const fillLayerRecord = layerRecord(
  'fill',
  fieldGroups([
    {
      heading: 'Fill',
      fields: [
        { kind: 'record', key: 'paint', label: 'Paint', of: paintRecord },
        {
          kind: 'number',
          key: 'grain',
          label: 'Grain',
          help: 'A little noise, so that slow gradients show no bands.',
          min: 0,
          max: 1,
          step: 1,
          unit: '%',
          shownPer: 100,
          default: 0.03,
        },
      ],
    },
  ]),
);
export type FillLayer = { kind: 'fill' } & ValueOf<typeof fillLayerRecord>;

/** A gradient from the middle of a picture to its corners. */
export const backgroundPaint = (
  size: Size,
  { middle, edge }: { middle: string; edge: string } = { middle: '#1d1813', edge: '#0b0908' },
): FillLayer['paint'] => ({
  ...defaultsOf(paintRecord, size),
  kind: 'radial',
  stops: [
    { id: 'middle', at: 0, color: middle },
    { id: 'edge', at: 1, color: edge },
  ],
  mix: 'srgb',
});

/** One colour or gradient over everything. */
export const fillLayer: LayerKind<'fill', typeof fillLayerRecord> = {
  kind: 'fill',
  label: 'Fill',
  icon: 'fill',
  offers: [
    {
      heading: 'Layers',
      name: 'Fill',
      about: 'One colour or gradient over everything',
      icon: 'fill',
      part({ size }) {
        const stops = [
          { id: 'first', at: 0, color: '#2a3d4a' },
          { id: 'last', at: 1, color: '#0c0a09' },
        ];
        return { paint: { ...defaultsOf(paintRecord, size), kind: 'radial', stops } };
      },
    },
    {
      heading: 'Background',
      name: 'Colour or gradient',
      about: 'From the middle of the picture to its corners',
      icon: 'fill',
      behind: true,
      part: ({ size }) => ({ name: 'Background', backdrop: true, paint: backgroundPaint(size) }),
    },
  ],
  record: fillLayerRecord,
  content({ paint, grain }, { film: { width, height }, cache }) {
    return {
      operations: [{ op: 'backdrop', paint: paintIn(paint, [0, 0, width, height], cache.ramps), grain }],
    };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
