import { cordRecord } from '../drive/cord';
import { defaultEar } from '../film/ear';
import { filmRecord, type Film } from '../film/film';
import { parseFilm } from '../film/parse';
import type { Track } from '../film/track';
import { changeLayerReferences, layerReferences, shownLayers } from '../layer/layerGraph';
import type { Layer } from '../layer/registry';
import type { ListName } from '../property/field';
import { structuredCopy } from '../property/record';
import { changeReferences, referencesIn } from '../property/references';

/** What of a film a recipe can replace. */
export const recipeParts = {
  layers: 'Layers',
  background: 'Background',
  finish: 'Finish',
  ears: 'Ears and followers',
} as const;
export type RecipePart = keyof typeof recipeParts;
export const allRecipeParts = Object.keys(recipeParts) as RecipePart[];

/**
 * A film's look without its song: a film without tracks, beats and sections, whose ears analyse whatever there is.
 * @param layerIds the layers that are meant, with what they show and need; all of the film when left out
 */
export function recipeOf(film: Film, layerIds?: readonly string[]): Film {
  const recipe = structuredCopy(film);
  Object.assign(recipe, {
    title: '',
    artist: '',
    recipe: '',
    tracks: [],
    beats: null,
    sections: [],
    length: null,
  });
  for (const ear of recipe.ears) ear.tracks = [];
  for (const layer of recipe.layers) layer.sections = [];
  recipe.cords = recipe.cords.filter(({ source }) => source.kind !== 'sections');
  if (layerIds) keepLayers(recipe, layerIds);
  return parseFilm(recipe);
}

/** Leaves of a film some layers and what they need. */
function keepLayers(film: Film, ids: readonly string[]): void {
  const wanted = new Set<string>();
  const visit = (id: string) => {
    const layer = film.layers.find((other) => other.id === id);
    if (!layer || wanted.has(id)) return;
    wanted.add(id);
    for (const inner of shownLayers(film, layer)) visit(inner);
  };
  for (const id of ids) visit(id);
  film.layers = film.layers.filter(({ id }) => wanted.has(id));
  for (const layer of film.layers) if (layer.group !== null && !wanted.has(layer.group)) layer.group = null;
  film.finish = { passes: [] };
  film.cords = film.cords.filter(({ target }) => target.list !== 'finish');
  dropUnused(film);
}

/** Drops cords without a target, and what nothing refers to any more. */
function dropUnused(film: Film): void {
  const used = (list: ListName) => {
    const ids = new Set<string>();
    const add = (references: readonly { to: ListName; id: string }[]) => {
      for (const { to, id } of references) if (to === list) ids.add(id);
    };
    film.layers.forEach((layer) => add(layerReferences(layer)));
    if (list !== 'paths') add(referencesIn(filmRecord, { ...film, layers: [], cords: [] }));
    film.cords.forEach((cord) => add(referencesIn(cordRecord, cord)));
    // Steps name images and footage in their values.
    const text = JSON.stringify(film.cords);
    for (const { id } of film[list] as { id: string }[]) if (text.includes(JSON.stringify(id))) ids.add(id);
    return ids;
  };
  film.cords = film.cords.filter(
    ({ target: { list, id } }) =>
      list === 'finish' || (film[list] as { id: string }[]).some((owner) => owner.id === id),
  );
  const keep = (list: 'paths' | 'palettes' | 'images' | 'footage' | 'lookups' | 'followers' | 'ears') => {
    const ids = used(list);
    Object.assign(film, { [list]: (film[list] as { id: string }[]).filter(({ id }) => ids.has(id)) });
  };
  keep('paths');
  film.cords = film.cords.filter(
    ({ target: { list, id } }) => list !== 'paths' || film.paths.some((path) => path.id === id),
  );
  for (const list of ['palettes', 'images', 'footage', 'lookups', 'followers', 'ears'] as const) keep(list);
}

/** A new film of a song by a recipe. */
export const filmOfRecipe = (recipe: Film, title: string, tracks: Track[], artist = ''): Film =>
  parseFilm({ ...structuredCopy(recipe), title, artist, tracks });

/** Lists whose items are given new ids where a recipe comes into a film. */
const ownLists = [
  'ears',
  'followers',
  'palettes',
  'paths',
  'layers',
  'images',
  'footage',
  'lookups',
] as const;

/** A film whose items have ids that nothing else has. @param newId makes one from a stem */
function withNewIds(film: Film, newId: (stem: string) => string): Film {
  const copy = structuredCopy(film);
  const names = new Map<string, string>();
  const key = (list: string, id: string) => `${list} ${id}`;
  for (const list of ownLists) {
    for (const item of copy[list] as { id: string }[]) {
      const id = newId(list.replace(/s$/, ''));
      names.set(key(list, item.id), id);
      item.id = id;
    }
  }
  const renamed = (list: string, id: string) => names.get(key(list, id)) ?? id;
  changeReferences(filmRecord, copy, renamed);
  // Values of steps may name images and footage, whatever their source is made of.
  const stepped = (value: unknown): unknown => {
    if (typeof value === 'string')
      return names.get(key('images', value)) ?? names.get(key('footage', value)) ?? value;
    return Array.isArray(value) ? value.map(stepped) : value;
  };
  for (const cord of copy.cords) {
    cord.id = newId('cord');
    cord.target.id = renamed(cord.target.list, cord.target.id);
    const source = cord.source as unknown as Record<string, unknown>;
    if (cord.source.kind === 'steps')
      for (const [name, value] of Object.entries(source))
        if (Array.isArray(value)) source[name] = stepped(value);
  }
  return copy;
}

/**
 * A film with parts of it replaced by those of a recipe; its song, its sections and the rest stay.
 * Ears and followers that are not replaced take the place of the recipe's, by their names or else in their order.
 * @param newId makes ids that nothing else has
 */
export function applyRecipe(
  film: Film,
  recipe: Film,
  parts: readonly RecipePart[],
  newId: (stem: string) => string,
): Film {
  const own = structuredCopy(film);
  const from = scaledTo(withNewIds(recipe, newId), own);
  const takes = (part: RecipePart) => parts.includes(part);
  const isWanted = (layer: Layer) => takes(layer.backdrop ? 'background' : 'layers');
  const stays = (layer: Layer) => !isWanted(layer);
  const layers = [
    ...[...own.layers.filter(({ backdrop }) => backdrop).filter(stays)],
    ...from.layers.filter(({ backdrop }) => backdrop).filter(isWanted),
    ...own.layers.filter(({ backdrop }) => !backdrop).filter(stays),
    ...from.layers.filter(({ backdrop }) => !backdrop).filter(isWanted),
  ];
  const film2: Film = {
    ...own,
    layers,
    finish: takes('finish') ? from.finish : own.finish,
    ears: [...(takes('ears') ? [] : own.ears), ...(takes('ears') || own.ears.length === 0 ? from.ears : [])],
    followers: takes('ears') ? from.followers : [...own.followers, ...from.followers],
    cords: [...own.cords, ...from.cords],
    ...Object.fromEntries(
      (['palettes', 'paths', 'images', 'footage', 'lookups', 'typefaces'] as const).map((list) => [
        list,
        [...own[list], ...from[list]],
      ]),
    ),
  };
  if (film2.ears.length === 0) film2.ears = [defaultEar(newId('ear'))];
  standIn(film2, [...own.ears, ...from.ears], 'ears');
  standIn(film2, [...own.followers, ...from.followers], 'followers');
  film2.typefaces = film2.typefaces.filter(
    ({ name }, i, all) => all.findIndex((other) => other.name === name) === i,
  );
  const finish = takes('finish') ? from.finish : own.finish;
  film2.cords = film2.cords.filter(({ target, id }) => {
    if (target.list !== 'finish') return true;
    const ofRecipe = from.cords.some((cord) => cord.id === id);
    return (finish === from.finish) === ofRecipe;
  });
  // Passes of the finish keep their ids, which only they have.
  const kept = new Set(film2.layers.map(({ id }) => id));
  for (const layer of film2.layers) if (layer.group !== null && !kept.has(layer.group)) layer.group = null;
  film2.layers = film2.layers.filter((layer) => resolvable(film2, layer));
  dropUnused(film2);
  return parseFilm(film2);
}

/** Whether the layers that a layer needs are there. */
const resolvable = (film: Film, layer: Layer): boolean =>
  layerReferences(layer).every(
    ({ to, id, needed }) => to !== 'layers' || !needed || film.layers.some((other) => other.id === id),
  );

/** Lets ears or followers that are in the film stand in for those that are not: by their names, else in their order. */
function standIn(film: Film, all: readonly { id: string; name: string }[], list: 'ears' | 'followers'): void {
  const there = film[list] as { id: string; name: string }[];
  const gone = all.filter(({ id }) => !there.some((other) => other.id === id));
  if (gone.length === 0 || there.length === 0) return;
  const stand = new Map(
    gone.map(({ id, name }, i) => [
      id,
      (there.find((other) => other.name === name) ?? there[i % there.length]!).id,
    ]),
  );
  const change = (to: ListName, id: string) => (to === list ? (stand.get(id) ?? id) : id);
  for (const layer of film.layers) changeLayerReferences(layer, change);
  changeReferences(filmRecord, { ...film, layers: [] }, change);
}

/** A recipe in a film of another size: everything placed where it would be, by one group as large as the film's picture. */
function scaledTo(recipe: Film, { width, height }: Pick<Film, 'width' | 'height'>): Film {
  if (recipe.width === width && recipe.height === height) return recipe;
  const scale = Math.min(width / recipe.width, height / recipe.height);
  // What stands at the middle of one picture stands at that of the other; layers grow around it.
  const move = { x: (width - recipe.width) / 2, y: (height - recipe.height) / 2 };
  for (const layer of recipe.layers) {
    if (layer.group !== null) continue;
    const { place } = layer;
    if (layer.backdrop && 'size' in layer) {
      // A background goes on covering everything.
      Object.assign(layer, { size: { x: width, y: height }, center: { x: width / 2, y: height / 2 } });
      continue;
    }
    place.scale = { x: place.scale.x * scale, y: place.scale.y * scale };
    place.position = { x: place.position.x * scale + move.x, y: place.position.y * scale + move.y };
  }
  return { ...recipe, width, height };
}
