import type { Film } from '../film/film';
import { isUnmoved, placeMatrix } from '../film/place';
import { shownLevel } from '../film/section';
import type { GroupOp } from '../picture/displayList';
import type { Moment } from '../picture/moment';
import { group } from '../picture/operations';
import { kindOf } from '../property/record';
import type { LayerContent, LayerKind } from './layerKind';
import { layerKinds, type Layer } from './registry';

/** The layers of a group, or those in none, back to front. */
export const layersIn = (film: Pick<Film, 'layers'>, inGroup: string | null): Layer[] =>
  film.layers.filter((layer) => layer.group === inGroup);

/** How deep linked copies and groups are followed; films that go round in circles are refused when read. */
const deepest = 32;

/** What a layer draws as it says, laid on as it says; nothing when it is hidden. */
export function layerOperations(id: string, moment: Moment): GroupOp[] {
  const layer = moment.layer(id);
  if (!layer?.visible || moment.depth > deepest) return [];
  if (layer.backdrop && moment.withoutBackground) return [];
  const { blend, place, passes } = layer;
  const opacity = place.opacity * shownLevel(layer, moment.film.sections, moment.hearing.end, moment.t);
  if (opacity <= 0) return [];
  const content = contentOf(layer, moment);
  return [
    group(content.operations, {
      ...content,
      ...placed(layer, moment),
      opacity,
      blend,
      isolated: isIsolated(layer, moment),
      passes: passes.length > 0 ? passes : undefined,
    }),
  ];
}

/** Whether a layer needs a surface of its own at some time: it has one throughout then. */
const isIsolated = ({ id, blend, place, span, passes }: Layer, moment: Moment): boolean =>
  blend !== 'normal' ||
  place.opacity !== 1 ||
  moment.moves(id, 'place.opacity') ||
  span.fadeIn > 0 ||
  span.fadeOut > 0 ||
  passes.length > 0;

/** What a layer's content goes through. */
export const placed = ({ place }: Layer, { film }: Moment): Pick<GroupOp, 'matrix'> =>
  isUnmoved(place) ? {} : { matrix: placeMatrix(place, film) };

/** What a layer draws by itself; one of an unknown kind draws nothing. */
export function contentOf(layer: Layer, moment: Moment): LayerContent {
  const kind = kindOf(layerKinds, layer) as unknown as LayerKind | undefined;
  if (!kind || moment.depth > deepest) return { operations: [] };
  return kind.content(layer as never, moment);
}
