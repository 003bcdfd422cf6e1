import { flattenParts } from '../path/flatten';
import type { Path } from '../path/path';
import { fieldGroups, type ValueOf } from '../property/record';
import { layersIn, layerOperations } from './layerOperations';
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

/** The layer as a group; undefined when it is something else. */
export const asGroup = (layer: { kind: string } | undefined): GroupLayer | undefined =>
  layer?.kind === 'group' ? (layer as GroupLayer) : undefined;

/** Outlines of clip paths: they stay for as long as their paths do. */
const outlines = new WeakMap<Path, Float32Array[]>();

function outlinesOf(path: Path): Float32Array[] {
  let all = outlines.get(path);
  if (!all) {
    all = flattenParts(path).map(({ points }) => Float32Array.from(points.flatMap(({ x, y }) => [x, y])));
    outlines.set(path, all);
  }
  return all;
}

export const groupLayer: LayerKind<'group', typeof groupLayerRecord> = {
  kind: 'group',
  label: 'Group',
  record: groupLayerRecord,
  content({ id, clipPath }, moment) {
    const inside = moment.at(moment.t);
    const operations = layersIn(moment.film, id).flatMap((inner) => layerOperations(inner.id, inside));
    const path = clipPath === null ? undefined : moment.film.paths.find((other) => other.id === clipPath);
    return path ? { operations, clipPath: outlinesOf(moment.cache.paths.get(path)) } : { operations };
  },
  needs: () => noNeeds,
  shows: ({ id }, film) => layersIn(film, id).map((inner) => inner.id),
  figures: () => 0,
};
