import { fpsOf, shownLevel } from '../../sound';
import { isMasked } from './maskRecord';
import { isUnmoved, placeMatrix } from './place';
import { composeTimes, lastTimePass } from '../pass/registry';
import type { TimeContext } from '../pass/timePass';
import type { GroupOp, Operation } from '../display/displayList';
import type { LayerContent, Moment } from '../display/moment';
import { group } from '../display/operations';
import { maskAt } from './mask';
import type { AnyLayer } from './layerRecord';

/** The layers of a group, or those in none, back to front. */
export const layersIn = <L extends { group: string | null }>(
  film: { readonly layers: readonly L[] },
  inGroup: string | null,
): L[] => film.layers.filter((layer) => layer.group === inGroup);

/** How deep linked copies and groups are followed; films that go round in circles are refused when read. */
const deepest = 32;

/** A layer at a moment; undefined where it is hidden, or of an unknown kind, which draws nothing. */
export function visibleLayer(id: string, moment: Moment): AnyLayer | undefined {
  const layer = moment.layer(id);
  if (!layer?.visible || moment.depth > deepest || !moment.kindOf(layer)) return undefined;
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
const isIsolated = ({ id, blend, place, span, passes, mask }: AnyLayer, moment: Moment): boolean =>
  blend !== 'normal' ||
  place.opacity !== 1 ||
  moment.moves(id, 'place.opacity') ||
  span.fadeIn > 0 ||
  span.fadeOut > 0 ||
  passes.length > 0 ||
  isMasked(mask);

/** What a layer draws in its place, with its finish and its mask, whether and however it is shown. */
export function finishedLayer(layer: AnyLayer, moment: Moment): GroupOp {
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
  const known = layer && moment.depth <= deepest && inside.kindOf(layer);
  return known ? [finishedLayer(layer, inside)] : [];
}

/** What a layer draws, through so many of its passes. */
function throughPasses(layer: AnyLayer, moment: Moment, count: number): GroupOp {
  const passes = layer.passes.slice(0, count);
  const kind = moment.kindOf(layer);
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
export const timeContext = ({ film, quick }: Moment): TimeContext<Operation> => ({
  size: { width: film.width, height: film.height },
  fps: fpsOf(film.fps),
  quick,
  together: (drawn, part) => group(drawn, { ...part, isolated: true }),
});

/** What a layer's content goes through. */
export const placed = ({ place }: AnyLayer, { film }: Moment): Pick<GroupOp, 'matrix'> =>
  isUnmoved(place) ? {} : { matrix: placeMatrix(place, film) };

/** What a layer draws by itself; one of an unknown kind draws nothing. */
export function contentOf(layer: AnyLayer, moment: Moment): LayerContent {
  const kind = moment.kindOf(layer);
  if (!kind || moment.depth > deepest) return { operations: [] };
  return kind.content(layer as never, moment);
}
