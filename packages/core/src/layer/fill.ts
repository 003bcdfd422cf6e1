import { filled } from '../picture/operation/shape';
import { fieldGroups, type ValueOf } from '../property/record';
import { paintIn, paintRecord } from '../property/paintRecord';
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

/** One colour or gradient over everything. */
export const fillLayer: LayerKind<'fill', typeof fillLayerRecord> = {
  kind: 'fill',
  label: 'Fill',
  record: fillLayerRecord,
  content({ paint, grain }, { film: { width, height }, cache }) {
    const fill = paintIn(paint, [0, 0, width, height], cache.ramps);
    // Beyond the picture, too: a layer may be moved, and a render may be wider.
    const [left, top, right, bottom] = [-2 * width, -2 * height, 3 * width, 3 * height];
    const all = Float32Array.of(left, top, right, top, right, bottom, left, bottom);
    return { operations: [{ ...filled([all], fill), grain }] };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
