import { outlinesOf } from '../path/outlines';
import type { Mask, Operation } from '../display/displayList';
import type { Moment } from '../display/moment';
import { filled } from '../display/operation/shape';
import type { MaskSettings } from './maskRecord';

/**
 * The mask of a layer at a moment; undefined where it has none.
 * @param contentOfLayer what a layer draws, whether and however that is shown itself
 */
export function maskAt(
  { kind, path: pathId, layer, by, softness, inverted }: MaskSettings,
  moment: Moment,
  contentOfLayer: (id: string) => Operation[],
): Mask | undefined {
  if (kind === 'path' && pathId !== null) {
    const path = moment.film.paths.find(({ id }) => id === pathId);
    if (!path) return undefined;
    const form = filled(outlinesOf(moment.cache.paths.get(path)), '#ffffff');
    const operations: Operation[] = [{ ...form, rule: 'evenodd' }];
    return { operations, by: 'opacity', softness, inverted };
  }
  if (kind === 'layer' && layer !== null)
    return { operations: contentOfLayer(layer), by, softness, inverted };
  return undefined;
}
