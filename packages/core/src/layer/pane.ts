import { fieldGroups, type ValueOf } from '../property/record';
import { noNeeds, type LayerKind } from './layerKind';
import { layerRecord } from './layerRecord';

export const paneLayerRecord = layerRecord('pane', fieldGroups([]));
export type PaneLayer = { kind: 'pane' } & ValueOf<typeof paneLayerRecord>;

/** Like a sheet of glass: what lies below it, in its group or in the film, is seen through its passes. */
export const paneLayer: LayerKind<'pane', typeof paneLayerRecord> = {
  kind: 'pane',
  label: 'Pane',
  record: paneLayerRecord,
  showsBelow: true,
  content: () => ({ operations: [], below: true }),
  needs: () => noNeeds,
  shows: () => [],
  figures: () => 0,
};
