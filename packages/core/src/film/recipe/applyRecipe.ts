import { changeReferences, type ListName, structuredCopy } from '../../contract';
import { defaultEar } from '../../sound';
import type { Layer } from '../../picture';
import { filmRecord, type Film } from '../document/film';
import { parseFilm } from '../document/parse';
import { layerReferences } from '../document/layerGraph';
import { resized } from './resized';
import { dropUnused, usedIds } from './unused';

/** What of a film a recipe can replace. */
export const recipeParts = {
  layers: 'Layers',
  background: 'Background',
  finish: 'Finish',
  ears: 'Ears and followers',
} as const;
export type RecipePart = keyof typeof recipeParts;
export const allRecipeParts = Object.keys(recipeParts) as RecipePart[];

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

/**
 * A film with parts of it replaced by those of a recipe; its song, its sections and the rest stay.
 * Ears and followers that are not replaced take the place of the recipe's, by their names or else in their order.
 * @param newId makes an id that nothing else has, from a stem
 */
export function applyRecipe(
  film: Film,
  recipe: Film,
  parts: readonly RecipePart[],
  newId: (stem: string) => string,
): Film {
  const own = structuredCopy(film);
  const from = resized(withNewIds(recipe, newId), own);
  const takes = (part: RecipePart) => parts.includes(part);
  const isReplaced = ({ backdrop }: Layer) => takes(backdrop ? 'background' : 'layers');
  const layers = [...own.layers.filter((layer) => !isReplaced(layer)), ...from.layers.filter(isReplaced)];
  const both = <List extends 'palettes' | 'paths' | 'images' | 'footage' | 'lookups'>(list: List) =>
    ({ [list]: [...own[list], ...from[list]] }) as Pick<Film, List>;
  const [stays, comes] = takes('finish') ? [own, from] : [from, own];
  const made: Film = {
    ...own,
    ...both('palettes'),
    ...both('paths'),
    ...both('images'),
    ...both('footage'),
    ...both('lookups'),
    // What lies behind comes first.
    layers: [...layers.filter(({ backdrop }) => backdrop), ...layers.filter(({ backdrop }) => !backdrop)],
    finish: comes.finish,
    ears: takes('ears') ? from.ears : own.ears,
    followers: takes('ears') ? from.followers : [...own.followers, ...from.followers],
    typefaces: [
      ...own.typefaces,
      ...from.typefaces.filter(({ name }) => !own.typefaces.some((other) => other.name === name)),
    ],
    // Of the finish those that belong to the one that is there.
    cords: [...comes.cords, ...stays.cords.filter(({ target }) => target.list !== 'finish')],
  };
  if (made.ears.length === 0) made.ears = from.ears.length > 0 ? from.ears : [defaultEar(newId('ear'))];
  standIn(made, [...own.ears, ...from.ears], 'ears');
  standIn(made, [...own.followers, ...from.followers], 'followers');
  closeGaps(made);
  // What the film had without using it is its owner's; what came along unused, or was used by what is gone, is nobody's.
  const came = new Set(ownLists.flatMap((list) => from[list].map(({ id }) => id)));
  dropUnused(
    made,
    (list, id) => came.has(id) || (list !== 'ears' && list !== 'followers' && usedIds(own, list).has(id)),
  );
  return parseFilm(made);
}

/** Leaves out layers of which something is gone that they need, and takes the others out of groups that are gone. */
function closeGaps(film: Film): void {
  const isThere = (id: string) => film.layers.some((layer) => layer.id === id);
  for (const layer of film.layers) if (layer.group !== null && !isThere(layer.group)) layer.group = null;
  film.layers = film.layers.filter((layer) =>
    layerReferences(layer).every(({ to, id, needed }) => to !== 'layers' || !needed || isThere(id)),
  );
}

/** A film whose items have ids that nothing else has. Passes of the finish keep theirs: they are the finish's own. */
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
  const stepped = (value: unknown): unknown =>
    typeof value === 'string'
      ? (names.get(key('images', value)) ?? names.get(key('footage', value)) ?? value)
      : value;
  for (const cord of copy.cords) {
    cord.id = newId('cord');
    cord.target.id = renamed(cord.target.list, cord.target.id);
    // Values of steps may name images and footage.
    const source = cord.source as unknown as Record<string, unknown>;
    for (const [name, value] of Object.entries(source))
      if (Array.isArray(value)) source[name] = value.map(stepped);
  }
  return copy;
}

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
  changeReferences(filmRecord, film, (to: ListName, id) => (to === list ? (stand.get(id) ?? id) : id));
}
