import { fadedIn, shownLevel } from '../../sound';
import type { GroupOp } from '../display/displayList';
import type { DrawnKind, Moment } from '../display/moment';
import { group } from '../display/operations';
import { finishedLayer, layerOperations, visibleLayer } from './layerOperations';
import type { AnyLayer } from './layerRecord';

/** Two layers of which one goes as the other comes, at a moment. */
interface Crossfade {
  back: AnyLayer;
  front: AnyLayer;
  /** How much of the front one there is, 0 to 1. */
  share: number;
}

/**
 * Whether two layers can be mixed: both are laid on in the same way, and neither shows what lies below it.
 * @param kindOf what kind of layer something is
 */
export const canCrossfade = <L extends Pick<AnyLayer, 'blend'>>(
  back: L,
  front: L,
  kindOf: (layer: L) => Pick<DrawnKind, 'showsBelow'> | undefined,
): boolean => back.blend === front.blend && !kindOf(back)?.showsBelow && !kindOf(front)?.showsBelow;

/** The crossfades among layers at a moment, by the ids of their front layers. A layer is in one at most. */
function crossfadesAt(
  layers: readonly AnyLayer[],
  { film, hearing, t, kindOf }: Moment,
): ReadonlyMap<string, Crossfade> {
  const found = new Map<string, Crossfade>();
  const taken = new Set<string>();
  layers.forEach((front, i) => {
    if (front.crossfade === null || taken.has(front.crossfade)) return;
    const back = layers.slice(0, i).find(({ id }) => id === front.crossfade);
    const share = fadedIn(front, film.sections, hearing.end, t);
    if (!back || share === undefined || !front.visible || !back.visible || !canCrossfade(back, front, kindOf))
      return;
    found.set(front.id, { back, front, share });
    taken.add(back.id).add(front.id);
  });
  return found;
}

/**
 * A layer as a part of a mix.
 * @param without the fade that the mix takes the place of
 */
function partOf(
  { id }: AnyLayer,
  without: 'fadeIn' | 'fadeOut',
  share: number,
  moment: Moment,
): GroupOp | undefined {
  const layer = visibleLayer(id, moment);
  if (!layer) return undefined;
  const { film, hearing, t } = moment;
  const unfaded = { ...layer, span: { ...layer.span, [without]: 0 } };
  const opacity = share * layer.place.opacity * shownLevel(unfaded, film.sections, hearing.end, t);
  return opacity > 0
    ? { ...finishedLayer(layer, moment), opacity, blend: 'normal', isolated: true }
    : undefined;
}

/** A + (B - A) x share: both are multiplied by their opacity, so their shares are added up. */
function mixed({ back, front, share }: Crossfade, moment: Moment): GroupOp[] {
  const gone = partOf(back, 'fadeOut', 1 - share, moment);
  const come = partOf(front, 'fadeIn', share, moment);
  const parts = [...(gone ? [gone] : []), ...(come ? [{ ...come, blend: 'add' as const }] : [])];
  return parts.length > 0 ? [group(parts, { blend: front.blend, isolated: true })] : [];
}

/** What layers draw that lie above each other, back to front; those that crossfade are mixed as one where the front one is. */
export function stackOperations(layers: readonly AnyLayer[], moment: Moment): GroupOp[] {
  const crossfades = crossfadesAt(layers, moment);
  const behind = new Set([...crossfades.values()].map(({ back }) => back.id));
  return layers.flatMap(({ id }) => {
    const crossfade = crossfades.get(id);
    if (crossfade) return mixed(crossfade, moment);
    return behind.has(id) ? [] : layerOperations(id, moment);
  });
}
