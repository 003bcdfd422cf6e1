import { drawingsOf, type Layer, layerRegistry, lastTimePass, maskLayer } from '../../picture';
import type { Film } from './film';
import { isContainer, shownLayers } from './layerGraph';

/**
 * What a picture of a film takes, counted in drawings: a figure, or another layer that is made of no others, drawn once. One
 * takes about a millisecond.
 */

/** Most drawings of a picture. What goes beyond is not drawn. */
export const maxDrawings = 4000;
/** From so many drawings on a layer is called slow. */
export const slowDrawings = 400;

/** What is not drawn for what it would take: a layer, or the finish with its passes over time. */
export interface Withheld {
  /** Id of the layer; undefined for the finish. */
  layer: string | undefined;
  /** Drawings of one picture. */
  drawings: number;
}

const showsLayer = ({ target: { list, key } }: Film['cords'][number]): boolean =>
  list === 'layers' && key === 'visible';

/** Tells whether a layer is seen at some time: cords may show it. */
function everShown({ cords }: Pick<Film, 'cords'>): (layer: Layer) => boolean {
  const driven = new Set(cords.filter(showsLayer).map(({ target }) => target.id));
  return ({ id, visible }) => visible || driven.has(id);
}

/** Drawings of each layer for one picture of it: copies, symmetry, groups, linked copies, masks and passes over time counted. */
export function layerDrawings(film: Pick<Film, 'layers' | 'cords'>): ReadonlyMap<string, number> {
  const layers = new Map(film.layers.map((layer) => [layer.id, layer]));
  const isEverShown = everShown(film);
  const known = new Map<string, number>();
  const of = (layer: Layer): number => {
    const before = known.get(layer.id);
    if (before !== undefined) return before;
    // A circle, which a film that was read has none of, ends here.
    known.set(layer.id, 0);
    const shown = shownLayers(film, layer).flatMap((id) => {
      const inner = layers.get(id);
      // Members of a group are drawn as they are shown; sources and masks in any case.
      const isMember = isContainer(layer) && inner?.group === layer.id && maskLayer(layer.mask) !== id;
      return inner && (!isMember || isEverShown(inner)) ? [inner] : [];
    });
    const own = layerRegistry.of(layer)?.figures(layer as never) ?? 0;
    const inner = shown.reduce((sum, other) => sum + of(other), 0);
    const isLeaf = shown.length === (maskLayer(layer.mask) === undefined ? 0 : 1);
    const all = (Math.max(own, isLeaf ? 1 : 0) + inner) * drawingsOf(layer.passes);
    known.set(layer.id, all);
    return all;
  };
  film.layers.forEach(of);
  return known;
}

const withheld = new WeakMap<Film, readonly Withheld[]>();

/** What of a film is not drawn, the dearest first: as little as brings the rest below {@link maxDrawings}. */
export function withheldOf(film: Film): readonly Withheld[] {
  let all = withheld.get(film);
  if (!all) withheld.set(film, (all = findWithheld(film)));
  return all;
}

function findWithheld(film: Film): Withheld[] {
  const drawings = layerDrawings(film);
  const isEverShown = everShown(film);
  const shown = film.layers
    .filter((layer) => layer.group === null && isEverShown(layer))
    .map(({ id }) => ({ layer: id, drawings: drawings.get(id) ?? 0 }))
    .sort((a, b) => b.drawings - a.drawings);
  const found: Withheld[] = [];
  const total = () => shown.reduce((sum, one) => sum + one.drawings, 0);
  while (total() > maxDrawings) found.push(shown.shift()!);
  const times = drawingsOf(film.finish.passes);
  if (times > 1 && times * total() > maxDrawings) found.push({ layer: undefined, drawings: times * total() });
  return found;
}

const drawable = new WeakMap<Film, Film>();

/** A film as it is drawn: the same, but for what would take too long. */
export function drawableFilm(film: Film): Film {
  const parts = withheldOf(film);
  if (parts.length === 0) return film;
  let made = drawable.get(film);
  if (!made) drawable.set(film, (made = without(film, parts)));
  return made;
}

function without(film: Film, parts: readonly Withheld[]): Film {
  const hidden = new Set(parts.map(({ layer }) => layer));
  const { passes } = film.finish;
  return {
    ...film,
    layers: film.layers.map((layer) => (hidden.has(layer.id) ? { ...layer, visible: false } : layer)),
    cords: film.cords.filter((cord) => !(showsLayer(cord) && hidden.has(cord.target.id))),
    finish: {
      ...film.finish,
      passes: hidden.has(undefined) ? passes.filter((pass) => lastTimePass([pass]) < 0) : passes,
    },
  };
}

const times = (drawings: number): string =>
  drawings < 1e6 ? `${Math.round(drawings).toLocaleString('en')} times` : 'millions of times';

/** A sentence that says what is not drawn, and why. */
export function withheldText(film: Pick<Film, 'layers'>, { layer, drawings }: Withheld): string {
  const name = film.layers.find(({ id }) => id === layer)?.name;
  return name === undefined
    ? `The passes over time in the finish would draw ${times(drawings)} per frame.`
    : `“${name}” would be drawn ${times(drawings)} per frame, counting copies, masks and passes over time.`;
}
