import {
  changeReferences,
  kindOf,
  type ListName,
  type Reference,
  referencesIn,
  valuesOfKind,
} from '../../contract';
import {
  type Layer,
  layerKinds,
  type LayerNeeds,
  layerRegistry,
  maskLayer,
  noNeeds,
  passTimes,
} from '../../picture';
import type { Film } from './film';
import type { PropertyAddress } from '../drive/address';
import { findProperty } from '../drive/property';

/** How layers hang together, and what they need. */

const kindOfLayer = (layer: Layer) => layerRegistry.of(layer);

/** What a layer refers to; nothing for one of an unknown kind. */
export const layerReferences = (layer: Layer): Reference[] => {
  const kind = kindOfLayer(layer);
  return kind ? referencesIn(kind.record, layer) : [];
};

/** Changes in place what a layer refers to. */
export function changeLayerReferences(
  layer: Layer,
  change: (to: ListName, id: string) => string | null,
): void {
  const kind = kindOfLayer(layer);
  if (kind) changeReferences(kind.record, layer, change);
}

/** Whether a layer holds others. */
export const isContainer = (layer: Layer): boolean => layerRegistry.as('group', layer) !== undefined;

/** Ids of the layers that a layer shows: those in a group, the source of a linked copy, its mask. */
export const shownLayers = (film: Pick<Film, 'layers'>, layer: Layer): string[] => {
  const kind = kindOfLayer(layer);
  if (!kind) return [];
  const shown = kind.shows(layer as never, film);
  const masked = maskLayer(layer.mask);
  return masked === undefined ? shown : [...shown, masked];
};

/** Ids of the ears that a film's picture depends on. */
export const usedEars = (film: Film): string[] => {
  const used = new Set(
    film.layers.flatMap(layerReferences).flatMap(({ to, id }) => (to === 'ears' ? [id] : [])),
  );
  return film.ears.map(({ id }) => id).filter((id) => used.has(id));
};

/** How many parts a layer has that a cord may spread over. */
export const partCount = (layer: Layer, film: Film): number =>
  kindOfLayer(layer)?.parts?.(layer as never, film) ?? 1;

/** Whether a cord on a property may differ from part to part of its layer: from letter to letter, from copy to copy. */
export function canSpread(film: Film, address: PropertyAddress): boolean {
  const layer = address.list === 'layers' ? film.layers.find(({ id }) => id === address.id) : undefined;
  const kind = layer && kindOfLayer(layer);
  if (!kind?.spreads?.(layer as never, address.key, address.item)) return false;
  return typeof findProperty(film, address)?.value === 'number' && partCount(layer!, film) > 1;
}

/** Names of the typefaces that a film's layers are set in. */
export function usedTypefaces(film: Film): string[] {
  const names = film.layers.flatMap((layer) => {
    const kind = kindOfLayer(layer);
    if (!kind) return [];
    return (valuesOfKind('font', kind.record, layer) as string[]).filter((name) => name !== '');
  });
  return [...new Set(names)];
}

/** Ids of the footage that a film's layers may show, steps of cords included. */
export function usedFootage(film: Film): string[] {
  const known = new Set(film.footage.map(({ id }) => id));
  const own = film.layers.flatMap(layerReferences).flatMap(({ to, id }) => (to === 'footage' ? [id] : []));
  const stepped = film.cords.flatMap(({ source }) =>
    Object.values(source).flatMap((value) => (Array.isArray(value) ? value.map(String) : [])),
  );
  return [...new Set([...own, ...stepped])].filter((id) => known.has(id));
}

/** The ear that something of a layer follows first: its own, or that of what it shows. */
export function earOf(film: Film, layer: Layer): string | undefined {
  const own = layerReferences(layer).find(({ to }) => to === 'ears')?.id;
  if (own !== undefined) return own;
  for (const id of shownLayers(film, layer)) {
    const inner = film.layers.find((other) => other.id === id);
    const found = inner && inner.id !== layer.id ? earOf(film, inner) : undefined;
    if (found !== undefined) return found;
  }
  return undefined;
}

function needsOf(layer: Layer): LayerNeeds {
  const kind = kindOfLayer(layer);
  if (!kind) return noNeeds;
  const needs = kind.needs(layer as never);
  const { back, ahead } = passTimes(layer.passes);
  return { ...needs, lookBack: needs.lookBack + back, lookAhead: needs.lookAhead + ahead };
}

/** Ids of the ears whose waveforms a film shows. */
export const waveformEars = (film: Film): string[] => {
  const shown = new Set(film.layers.flatMap((layer) => needsOf(layer).waveforms));
  return film.ears.map(({ id }) => id).filter((id) => shown.has(id));
};

/** Seconds before a moment that its picture looks back into the sound. */
export const lookBack = (film: Film): number => farthest(film, 'lookBack');

/** Seconds after a moment that its picture looks ahead. */
export const lookAhead = (film: Film): number => farthest(film, 'lookAhead');

/** The most that a layer looks away from the moment, along every way in which it is shown. */
function farthest(film: Film, way: 'lookBack' | 'lookAhead'): number {
  const known = new Map<string, number>();
  const of = (layer: Layer): number => {
    const before = known.get(layer.id);
    if (before !== undefined) return before;
    // A circle, which a film that was read has none of, ends here.
    known.set(layer.id, 0);
    const inner = shownLayers(film, layer).map((id) => film.layers.find((other) => other.id === id));
    const max = inner.reduce((most, other) => Math.max(most, other ? of(other) : 0), 0);
    const all = needsOf(layer)[way] + max;
    known.set(layer.id, all);
    return all;
  };
  // Panes draw what lies below them at other times, and so does the finish.
  const panes = film.layers.filter((layer) => kindOf(layerKinds, layer)?.showsBelow);
  const around = [film.finish, ...panes].map(({ passes }) => passTimes(passes));
  return around.reduce(
    (sum, { back, ahead }) => sum + (way === 'lookBack' ? back : ahead),
    Math.max(0, ...film.layers.map(of)),
  );
}

/**
 * Ids of the layers that show themselves, all groups, masks and linked copies followed.
 * Source: R. Tarjan, "Depth-first search and linear graph algorithms", SIAM J. Comput. 1 (1972) 146: strongly connected components.
 */
export function inCircles(film: Pick<Film, 'layers'>): Set<string> {
  const shown = new Map(film.layers.map((layer) => [layer.id, shownLayers(film, layer)]));
  const order = new Map<string, number>();
  const path: string[] = [];
  const found = new Set<string>();
  /** @returns the first layer on the path that it leads back to */
  const visit = (id: string): number => {
    const own = order.size;
    order.set(id, own);
    path.push(id);
    let first = own;
    for (const inner of shown.get(id)!) {
      if (inner === id) found.add(id);
      if (!shown.has(inner)) continue;
      if (!order.has(inner)) first = Math.min(first, visit(inner));
      else if (path.includes(inner)) first = Math.min(first, order.get(inner)!);
    }
    if (first === own) {
      const circle = path.splice(path.indexOf(id));
      if (circle.length > 1) circle.forEach((one) => found.add(one));
    }
    return first;
  };
  for (const id of shown.keys()) if (!order.has(id)) visit(id);
  return found;
}
