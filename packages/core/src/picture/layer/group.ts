import { fieldGroups, type ValueOf } from '../../contract';
import { outlinesOf } from '../path/outlines';
import { layersIn } from './layerOperations';
import { stackOperations } from './stack';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const groupLayerRecord = layerRecord(
  'group',
  fieldGroups([
    {
      heading: 'Group',
      fields: [
        {
          kind: 'reference',
          key: 'clipPath',
          label: 'Clip path',
          help: 'Only what lies within this path is seen. The path moves with the group.',
          to: 'paths',
          nullable: true,
          hidden: true,
          driven: false,
        },
      ],
    },
  ]),
);
export type GroupLayer = { kind: 'group' } & ValueOf<typeof groupLayerRecord>;

export const groupLayer: LayerKind<'group', typeof groupLayerRecord> = {
  kind: 'group',
  label: 'Group',
  card: 'group',
  icon: 'group',
  madeBy: 'grouping',
  record: groupLayerRecord,
  content({ id, clipPath }, moment) {
    const inside = moment.at(moment.t);
    const operations = stackOperations(layersIn(moment.film, id), inside);
    const path = clipPath === null ? undefined : moment.film.paths.find((other) => other.id === clipPath);
    return path ? { operations, clipPath: outlinesOf(moment.cache.paths.get(path)) } : { operations };
  },
  needs: () => noNeeds,
  shows: ({ id }, film) => layersIn(film, id).map((inner) => inner.id),
  figures: () => 0,
};
