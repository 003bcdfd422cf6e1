import { fieldGroups, type ValueOf } from '../../contract';
import { ground } from '../display/ground';
import { lastTimePass } from '../pass/registry';
import { layersIn } from './layerOperations';
import { stackOperations } from './stack';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const paneLayerRecord = layerRecord('pane', fieldGroups([]));
export type PaneLayer = { kind: 'pane' } & ValueOf<typeof paneLayerRecord>;

/** Like a sheet of glass: what lies below it, in its group or in the film, is seen through its passes. */
export const paneLayer: LayerKind<'pane', typeof paneLayerRecord> = {
  kind: 'pane',
  label: 'Pane',
  card: 'pane',
  icon: 'pane',
  offers: [
    {
      heading: 'Layers',
      name: 'Pane',
      about: 'What lies below is seen through its passes',
      icon: 'pane',
      part: () => ({}),
    },
  ],
  record: paneLayerRecord,
  showsBelow: true,
  content(layer, moment) {
    if (lastTimePass(layer.passes) < 0) return { operations: [], below: true };
    // At several times it has to be drawn again.
    const inside = moment.at(moment.t);
    const together = layersIn(moment.film, layer.group);
    const lower = together.slice(
      0,
      together.findIndex(({ id }) => id === layer.id),
    );
    const operations = stackOperations(lower, inside);
    return { operations: layer.group === null ? [...ground(moment), ...operations] : operations };
  },
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
