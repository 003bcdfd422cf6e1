import {
  defaultEar,
  defaultLayer,
  goesRound,
  layerStandard,
  pathKinds,
  placeStandard,
  type FigureLayer,
  type Film,
  type FilmPath,
  type GroupLayer,
  type Layer,
  type TiedLayer,
} from '@cyclogram/core';
import { freeId } from '../editor/editorStore';

/** What is done to layers, each on a draft of the film. */

/** Removes paths that no layer stands along or is cut by. */
export function dropUnusedPaths(film: Film): void {
  const used = new Set(
    film.layers.flatMap((layer) =>
      layer.kind === 'figure' ? [layer.path] : layer.kind === 'group' ? [layer.clip] : [],
    ),
  );
  film.paths = film.paths.filter(({ id }) => used.has(id));
}

/** The layers that stand along a path, or are cut by it. */
export const usersOf = (film: Pick<Film, 'layers'>, pathId: string): Layer[] =>
  film.layers.filter(
    (layer) =>
      (layer.kind === 'figure' && layer.path === pathId) || (layer.kind === 'group' && layer.clip === pathId),
  );

/** Adds a path, and gives its id back. */
export function addPath(film: Film, name: string, shape: FilmPath['shape']): string {
  const id = freeId('path', film.paths);
  film.paths.push({ id, name, shape });
  return id;
}

/** Adds a layer in front, and gives its id back. A path of its own comes with it, and an ear where there is none. */
export function addFigure(
  film: Film,
  part: Partial<FigureLayer> = {},
  shape: FilmPath['shape'] = pathKinds.circle.defaults(film.width, film.height),
): string {
  if (film.ears.length === 0) film.ears.push(defaultEar('ear-1'));
  const id = freeId('layer', film.layers);
  const name = part.name ?? 'Ring of bars';
  const path = addPath(film, name, shape);
  const ear = film.ears[0]!.id;
  film.layers.push({ ...defaultLayer(id, ear, path, film.width, film.height, name), ...part, id, path });
  return id;
}

/** The layer and, of a group, everything in it, back to front. */
export function withContent(film: Film, id: string): Layer[] {
  return film.layers.filter((layer) => {
    for (let at: Layer | undefined = layer; at; at = film.layers.find((other) => other.id === at!.group)) {
      if (at.id === id) return true;
    }
    return false;
  });
}

/** Removes layers with what is in them, copies tied to them, and paths that nothing uses any more. */
export function deleteLayers(film: Film, ids: readonly string[]): void {
  const gone = new Set(ids.flatMap((id) => withContent(film, id).map((layer) => layer.id)));
  for (let before = -1; before !== gone.size;) {
    before = gone.size;
    for (const layer of film.layers) if (layer.kind === 'tied' && gone.has(layer.source)) gone.add(layer.id);
  }
  film.layers = film.layers.filter(({ id }) => !gone.has(id));
  dropUnusedPaths(film);
}

/**
 * Adds free copies of layers, with what is in them, right in front of them. A copy has
 * a path of its own. Gives the ids of the copies back.
 */
export function duplicateLayers(film: Film, ids: readonly string[]): string[] {
  return ids.map((id) => {
    const content = withContent(film, id);
    const at = Math.max(...content.map((layer) => film.layers.indexOf(layer)));
    const copies = insertLayers(film, structuredCopy(content), film.paths.map(structuredCopy), at + 1);
    const own = copies.find((copy) => copy.from === id)!.layer;
    own.name = `${own.name} copy`;
    own.group = film.layers.find((layer) => layer.id === id)!.group;
    return own.id;
  });
}

const structuredCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** Puts layers with their paths into a film under new ids; what they name of each other is named anew. */
export function insertLayers(
  film: Film,
  layers: Layer[],
  paths: readonly FilmPath[],
  at = film.layers.length,
): { from: string; layer: Layer }[] {
  const layerIds = new Map<string, string>();
  const pathIds = new Map<string, string>();
  for (const { id } of layers) {
    layerIds.set(
      id,
      freeId('layer', [...film.layers, ...[...layerIds.values()].map((other) => ({ id: other }))]),
    );
  }
  const newPath = (id: string): string => {
    let own = pathIds.get(id);
    if (!own) {
      const path = paths.find((other) => other.id === id);
      if (!path)
        return film.paths[0]?.id ?? addPath(film, 'Ring', pathKinds.circle.defaults(film.width, film.height));
      pathIds.set(id, (own = addPath(film, path.name, path.shape)));
    }
    return own;
  };
  const inserted = layers.map((layer) => {
    const copy: Layer = {
      ...layer,
      id: layerIds.get(layer.id)!,
      group: layerIds.get(layer.group ?? '') ?? null,
    };
    if (copy.kind === 'figure') copy.path = newPath(copy.path);
    if (copy.kind === 'group' && copy.clip !== null) copy.clip = newPath(copy.clip);
    if (copy.kind === 'tied') copy.source = layerIds.get(copy.source) ?? copy.source;
    return { from: layer.id, layer: copy };
  });
  film.layers.splice(at, 0, ...inserted.map(({ layer }) => layer));
  return inserted;
}

const layerShape = (id: string, name: string, group: string | null) =>
  ({ ...layerStandard, id, name, group }) as const;

/** Adds copies that stay as their sources are, each a little aside. Gives their ids back. */
export function tieLayers(film: Film, ids: readonly string[]): string[] {
  return ids.map((source) => {
    const at = film.layers.findIndex((layer) => layer.id === source);
    const { name, group } = film.layers[at]!;
    const tied: TiedLayer = {
      kind: 'tied',
      ...layerShape(freeId('layer', film.layers), `${name}, tied`, group),
      ...placeStandard,
      moveX: Math.round(film.width * 0.08),
      ...{ source, delay: 0 },
    };
    film.layers.splice(at + 1, 0, tied);
    return tied.id;
  });
}

/** Makes a tied copy of a figure a figure of its own: what its source is now. Where it stood, its path stands. */
export function untieLayer(film: Film, id: string): void {
  const at = film.layers.findIndex((layer) => layer.id === id);
  const tied = film.layers[at];
  if (tied?.kind !== 'tied') return;
  // Where it stood is kept by a group of its own.
  const group: GroupLayer = {
    kind: 'group',
    ...layerShape(tied.id, tied.name, tied.group),
    ...{ visible: tied.visible, locked: tied.locked, opacity: tied.opacity, blend: tied.blend },
    span: tied.span,
    ...placeOf(tied),
    clip: null,
  };
  const copies = insertLayers(
    film,
    structuredCopy(withContent(film, tied.source)),
    film.paths.map(structuredCopy),
    at,
  );
  // A tied copy shows its source whether and however that is shown itself.
  for (const { from, layer } of copies)
    if (from === tied.source) Object.assign(layer, layerStandard, { group: id });
  film.layers = film.layers.map((layer) => (layer.id === id ? group : layer));
}

const placeOf = ({ moveX, moveY, turn, scale, aroundX, aroundY }: TiedLayer) => ({
  ...{ moveX, moveY, turn, scale, aroundX, aroundY },
});

/** Puts layers into a new group where the frontmost of them is. Gives its id back. */
export function groupLayers(film: Film, ids: readonly string[]): string {
  const chosen = film.layers.filter((layer) => ids.includes(layer.id));
  const front = chosen.at(-1)!;
  const group: GroupLayer = {
    kind: 'group',
    ...layerShape(freeId('layer', film.layers), 'Group', front.group),
    ...placeStandard,
    clip: null,
  };
  film.layers.splice(film.layers.indexOf(front) + 1, 0, group);
  for (const layer of chosen) layer.group = group.id;
  return group.id;
}

/** Takes a group away; what is in it stays, where the group was. */
export function ungroupLayer(film: Film, id: string): string[] {
  const group = film.layers.find((layer) => layer.id === id);
  if (group?.kind !== 'group') return [];
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
  if (film.layers.some((other) => goesRound(film, other.id))) layer.group = before;
}
