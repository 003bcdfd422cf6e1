import {
  layerRegistry,
  changeLayerReferences,
  defaultPath,
  inCircles,
  isContainer,
  layerReferences,
  newLayer,
  placeStandard,
  spanStandard,
  structuredCopy,
  type Cord,
  type Film,
  type FilmPath,
  type Layer,
} from '@cyclogram/core';
import { copyCords, removeCordsOf } from '../cords/cordChanges';
import { newId } from '../editor/newId';

/** What is done to layers, each on a draft of the film. */

/** Ids of what layers refer to in one of the film's lists. */
const referredTo = (layers: readonly Layer[], list: 'paths' | 'images' | 'palettes' | 'ears'): Set<string> =>
  new Set(layers.flatMap(layerReferences).flatMap(({ to, id }) => (to === list ? [id] : [])));

/** Removes paths that no layer refers to. */
export function dropUnusedPaths(film: Film): void {
  const used = referredTo(film.layers, 'paths');
  const gone = new Set(film.paths.filter(({ id }) => !used.has(id)).map(({ id }) => id));
  film.paths = film.paths.filter(({ id }) => !gone.has(id));
  removeCordsOf(film, 'paths', gone);
}

/** The layers that stand along a path, or are cut by it. */
export const usersOf = (film: Pick<Film, 'layers'>, pathId: string): Layer[] =>
  film.layers.filter((layer) => referredTo([layer], 'paths').has(pathId));

/** Adds a path under a new id, and gives that back. */
export function addPath(film: Film, name: string, path: FilmPath): string {
  const id = newId('path');
  film.paths.push({ ...path, id, name });
  return id;
}

/** Adds a circle that suits the picture, and gives its id back. */
export const addCircle = (film: Film, name: string): string =>
  addPath(film, name, defaultPath('circle', '', name, film));

/** The layer and, of a group, everything in it, back to front. */
export function withContent(film: Pick<Film, 'layers'>, id: string): Layer[] {
  return film.layers.filter((layer) => {
    for (let at: Layer | undefined = layer; at; at = film.layers.find((other) => other.id === at!.group)) {
      if (at.id === id) return true;
    }
    return false;
  });
}

/** Removes layers with what is in them, copies that are linked to them, and paths that nothing uses any more. */
export function deleteLayers(film: Film, ids: readonly string[]): void {
  const gone = new Set(ids.flatMap((id) => withContent(film, id).map((layer) => layer.id)));
  const lacks = (layer: Layer) =>
    layerReferences(layer).some(({ to, id, needed }) => to === 'layers' && needed && gone.has(id));
  for (let before = -1; before !== gone.size;) {
    before = gone.size;
    for (const layer of film.layers) if (lacks(layer)) gone.add(layer.id);
  }
  film.layers = film.layers.filter(({ id }) => !gone.has(id));
  for (const layer of film.layers) if (gone.has(layer.crossfade ?? '')) layer.crossfade = null;
  removeCordsOf(film, 'layers', gone);
  dropUnusedPaths(film);
}

/**
 * Adds unlinked copies of layers, with what is in them, right in front of them. A copy has
 * a path of its own. Gives the ids of the copies back.
 */
export function duplicateLayers(film: Film, ids: readonly string[]): string[] {
  return ids.map((id) => {
    const content = withContent(film, id);
    const at = Math.max(...content.map((layer) => film.layers.indexOf(layer)));
    const copies = insertLayers(
      film,
      structuredCopy(content),
      structuredCopy(film.paths),
      film.cords,
      at + 1,
    );
    const own = copies.find((copy) => copy.from === id)!.layer;
    own.name = `${own.name} copy`;
    own.group = film.layers.find((layer) => layer.id === id)!.group;
    return own.id;
  });
}

/**
 * Puts layers with their paths, and the cords on both, into a film under new ids; what they refer to of each other is named anew.
 * What else they refer to has to be there.
 */
export function insertLayers(
  film: Film,
  layers: readonly Layer[],
  paths: readonly FilmPath[],
  cords: readonly Cord[],
  at = film.layers.length,
): { from: string; layer: Layer }[] {
  const layerIds = new Map(layers.map(({ id }) => [id, newId('layer')]));
  const pathIds = new Map<string, string>();
  const newPath = (id: string): string => {
    let own = pathIds.get(id);
    if (!own) {
      const path = paths.find((other) => other.id === id);
      if (!path) return film.paths[0]?.id ?? addCircle(film, 'Ring');
      pathIds.set(id, (own = addPath(film, path.name, path)));
    }
    return own;
  };
  const inserted = layers.map((layer) => {
    const copy: Layer = { ...layer, id: layerIds.get(layer.id)! };
    changeLayerReferences(copy, (to, id) => {
      if (to === 'paths') return newPath(id);
      if (to !== 'layers') return id;
      const known = film.layers.some((other) => other.id === id);
      return layerIds.get(id) ?? (known ? id : null);
    });
    // What was in a group that does not come along is in none.
    copy.group = layerIds.get(layer.group ?? '') ?? null;
    return { from: layer.id, layer: copy };
  });
  film.layers.splice(at, 0, ...inserted.map(({ layer }) => layer));
  // A list of its own: it grows meanwhile.
  const known = [...cords];
  copyCords(film, known, 'layers', layerIds);
  copyCords(film, known, 'paths', pathIds);
  return inserted;
}

/** Adds copies that stay as their sources are, each a little aside. Gives their ids back. */
export function linkLayers(film: Film, ids: readonly string[]): string[] {
  return ids.map((source) => {
    const at = film.layers.findIndex((layer) => layer.id === source);
    const { name, group } = film.layers[at]!;
    const linked = newLayer('linked', film, {
      id: newId('layer'),
      name: `${name}, linked`,
      group,
      source,
      place: { ...placeStandard, position: { x: Math.round(film.width * 0.08), y: 0 } },
    });
    film.layers.splice(at + 1, 0, linked);
    return linked.id;
  });
}

/** Makes a linked copy a layer of its own: what its source is now. Where it stood is kept by a group. */
export function unlinkLayer(film: Film, id: string): void {
  const at = film.layers.findIndex((layer) => layer.id === id);
  const linked = layerRegistry.as('linked', film.layers[at]);
  if (!linked) return;
  const { kind: _kind, source, delay: _delay, ...common } = linked;
  const group = newLayer('group', film, structuredCopy(common));
  const copies = insertLayers(
    film,
    structuredCopy(withContent(film, source)),
    structuredCopy(film.paths),
    film.cords,
    at,
  );
  // A linked copy shows its source whether and however that is shown itself.
  for (const { from, layer } of copies) {
    if (from !== source) continue;
    const place = { ...layer.place, opacity: 1 };
    Object.assign(layer, {
      visible: true,
      locked: false,
      blend: 'normal',
      span: spanStandard,
      place,
      group: id,
    });
  }
  film.layers = film.layers.map((layer) => (layer.id === id ? group : layer));
}

/** Puts layers into a new group where the frontmost of them is. Gives its id back. */
export function groupLayers(film: Film, ids: readonly string[]): string {
  const chosen = film.layers.filter((layer) => ids.includes(layer.id));
  const front = chosen.at(-1)!;
  const group = newLayer('group', film, { id: newId('layer'), name: 'Group', group: front.group });
  film.layers.splice(film.layers.indexOf(front) + 1, 0, group);
  for (const layer of chosen) layer.group = group.id;
  return group.id;
}

/** Takes a group away; what is in it stays, where the group was. */
export function ungroupLayer(film: Film, id: string): string[] {
  const group = film.layers.find((layer) => layer.id === id);
  if (!group || !isContainer(group)) return [];
  const inside = film.layers.filter((layer) => layer.group === id);
  for (const layer of inside) layer.group = group.group;
  deleteLayers(film, [id]);
  return inside.map((layer) => layer.id);
}

/** Moves a layer into a group, or out of all; not into itself or what it contains. */
export function moveToGroup(film: Film, id: string, group: string | null): void {
  const layer = film.layers.find((other) => other.id === id);
  if (!layer) return;
  const before = layer.group;
  layer.group = group;
  if (inCircles(film).size > 0) layer.group = before;
}
