import { structuredCopy } from '../../contract';
import { sourceRegistry } from '../drive/source/registry';
import type { Film } from '../document/film';
import { parseFilm } from '../document/parse';
import type { Track } from '../document/track';
import { shownLayers } from '../document/layerGraph';
import { dropUnused } from './unused';

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
  recipe.cords = recipe.cords.filter(({ source }) => !sourceRegistry.of(source)?.ofSong);
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

/** A new film of a song by a recipe. */
export const filmOfRecipe = (recipe: Film, title: string, tracks: Track[], artist = ''): Film =>
  parseFilm({ ...structuredCopy(recipe), title, artist, tracks });
