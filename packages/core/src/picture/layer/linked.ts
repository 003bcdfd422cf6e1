import { fieldGroups, type ValueOf } from '../../contract';
import { finishedLayer } from './layerOperations';
import type { LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const linkedLayerRecord = layerRecord(
  'linked',
  fieldGroups([
    {
      heading: 'Linked copy',
      fields: [
        {
          kind: 'reference',
          key: 'source',
          label: 'Source',
          help: 'The layer that it repeats.',
          to: 'layers',
          hidden: true,
          driven: false,
        },
        {
          kind: 'number',
          key: 'delay',
          label: 'Delay',
          help: 'It shows the sound so much later.',
          min: -5,
          max: 5,
          step: 10,
          unit: 'ms',
          shownPer: 1000,
          default: 0,
          driven: false,
        },
      ],
    },
  ]),
);
export type LinkedLayer = { kind: 'linked' } & ValueOf<typeof linkedLayerRecord>;

export const linkedLayer: LayerKind<'linked', typeof linkedLayerRecord> = {
  kind: 'linked',
  label: 'Linked copy',
  card: 'linked',
  icon: 'link',
  madeBy: 'linking',
  record: linkedLayerRecord,
  /** Shows what its source draws, whether and however that is shown itself, as it will be `delay` later. */
  content({ source, delay }, moment) {
    const then = moment.at(moment.t - delay);
    const layer = then.layer(source);
    if (!layer || !moment.kindOf(layer)) return { operations: [] };
    const drawn = finishedLayer(layer, then);
    const { matrix, clipPath, passes, mask, below, operations } = drawn;
    const plain = !matrix && !clipPath && !passes && !mask && !below;
    return { operations: plain ? operations : [drawn] };
  },
  needs: ({ delay }) => ({ lookBack: Math.max(delay, 0), lookAhead: Math.max(-delay, 0), waveforms: [] }),
  shows: ({ source }) => [source],
  figures: () => 0,
};
