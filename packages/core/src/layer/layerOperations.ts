import type { Film } from '../film/film';
import { isUnmoved, placeMatrix } from '../film/place';
import { shownLevel } from '../film/section';
import { composeTimes, lastTimePass } from '../pass/registry';
import type { TimeContext } from '../pass/timePass';
import type { GroupOp, Operation } from '../picture/displayList';
import type { Moment } from '../picture/moment';
import { group } from '../picture/operations';
import { kindOf } from '../property/record';
import { fpsOf } from '../film/frameRate';
import type { LayerContent } from './layerKind';
import { isMasked, maskAt } from './mask';
import { layerRegistry, layerKinds, type Layer } from './registry';

/** The layers of a group, or those in none, back to front. */
export const layersIn = (film: Pick<Film, 'layers'>, inGroup: string | null): Layer[] =>
  film.layers.filter((layer) => layer.group === inGroup);

/** How deep linked copies and groups are followed; films that go round in circles are refused when read. */
const deepest = 32;

/** A layer at a moment; undefined where it is hidden, or of an unknown kind, which draws nothing. */
export function visibleLayer(id: string, moment: Moment): Layer | undefined {
  const layer = moment.layer(id);
  if (!layer?.visible || moment.depth > deepest || !kindOf(layerKinds, layer)) return undefined;
  return layer.backdrop && moment.withoutBackground ? undefined : layer;
}

/** What a layer draws as it says, laid on as it says; nothing when it is hidden. */
export function layerOperations(id: string, moment: Moment): GroupOp[] {
  const layer = visibleLayer(id, moment);
  if (!layer) return [];
  const { blend, place } = layer;
  const opacity = place.opacity * shownLevel(layer, moment.film.sections, moment.hearing.end, moment.t);
  if (opacity <= 0) return [];
  return [{ ...finishedLayer(layer, moment), opacity, blend, isolated: isIsolated(layer, moment) }];
}

/** Whether a layer needs a surface of its own at some time: it has one throughout then. */
const isIsolated = ({ id, blend, place, span, passes, mask }: Layer, moment: Moment): boolean =>
  blend !== 'normal' ||
  place.opacity !== 1 ||
  moment.moves(id, 'place.opacity') ||
  span.fadeIn > 0 ||
  span.fadeOut > 0 ||
  passes.length > 0 ||
  isMasked(mask);

/** What a layer draws in its place, with its finish and its mask, whether and however it is shown. */
export function finishedLayer(layer: Layer, moment: Moment): GroupOp {
  const { matrix } = placed(layer, moment);
  const drawn = throughPasses(layer, moment, layer.passes.length);
  const mask = maskAt(layer.mask, moment, (id) => contentFor(id, moment));
  if (!mask) return drawn;
  // The form moves with the layer, whatever its passes do.
  return {
    ...drawn,
    mask: { ...mask, operations: matrix ? [group(mask.operations, { matrix })] : mask.operations },
  };
}

function contentFor(id: string, moment: Moment): Operation[] {
  const inside = moment.at(moment.t);
  const layer = inside.layer(id);
  const known = layer && moment.depth <= deepest && kindOf(layerKinds, layer);
  return known ? [finishedLayer(layer, inside)] : [];
}

/** What a layer draws, through so many of its passes. */
function throughPasses(layer: Layer, moment: Moment, count: number): GroupOp {
  const passes = layer.passes.slice(0, count);
  const kind = layerRegistry.of(layer);
  const last = lastTimePass(passes);
  const after = passes.slice(last + 1);
  const part = { passes: after.length > 0 ? after : undefined, t: moment.t };
  if (last < 0) {
    const content = contentOf(layer, moment);
    // What lies below a pane stays where it is.
    const moved = kind?.showsBelow && !content.below ? {} : placed(layer, moment);
    return group(content.operations, { ...content, ...moved, ...part });
  }
  const drawn = (seconds: number) => {
    if (seconds === 0) return [throughPasses(layer, moment, last)];
    const then = moment.at(moment.t + seconds);
    const earlier = then.layer(layer.id);
    return earlier && moment.depth <= deepest ? [throughPasses(earlier, then, last)] : [];
  };
  const composed = composeTimes(passes[last]!, drawn, timeContext(moment));
  return group(composed, { ...part, ...(kind?.showsBelow && { below: 'replaced' }) });
}

/** What passes over several times go by. */
export const timeContext = ({ film, quick }: Moment): TimeContext => ({
  size: { width: film.width, height: film.height },
  fps: fpsOf(film.fps),
  quick,
});

/** What a layer's content goes through. */
export const placed = ({ place }: Layer, { film }: Moment): Pick<GroupOp, 'matrix'> =>
  isUnmoved(place) ? {} : { matrix: placeMatrix(place, film) };

/** What a layer draws by itself; one of an unknown kind draws nothing. */
export function contentOf(layer: Layer, moment: Moment): LayerContent {
  const kind = layerRegistry.of(layer);
  if (!kind || moment.depth > deepest) return { operations: [] };
  return kind.content(layer as never, moment);
}
