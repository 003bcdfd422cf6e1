import { referencesIn } from '../../contract';
import { cordRecord } from '../drive/cord';
import { filmRecord, type Film } from '../document/film';
import { layerReferences } from '../document/layerGraph';

/** Lists of what layers need, each after those that may refer to it. */
const neededLists = ['paths', 'palettes', 'images', 'footage', 'lookups', 'followers', 'ears'] as const;
export type NeededList = (typeof neededLists)[number];

type Items = readonly { id: string }[];

/** Ids of one list that something of a film refers to. */
export function usedIds(film: Film, list: NeededList): Set<string> {
  const ids = new Set(
    [
      ...film.layers.flatMap(layerReferences),
      ...film.cords.flatMap((cord) => referencesIn(cordRecord, cord)),
      // Palettes, followers and the like; paths are there for layers only.
      ...(list === 'paths' ? [] : referencesIn(filmRecord, { ...film, layers: [], cords: [] })),
    ].flatMap(({ to, id }) => (to === list ? [id] : [])),
  );
  // Steps name images and footage in their values.
  const values = new Set(
    film.cords.flatMap(({ source }) => Object.values(source).flatMap((value: unknown) => value)),
  );
  for (const { id } of film[list] as Items) if (values.has(id)) ids.add(id);
  return ids;
}

/**
 * Drops cords whose target is gone, and what nothing refers to, in place.
 * @param mayGo whether an item may be dropped at all; all by themselves
 */
export function dropUnused(film: Film, mayGo: (list: NeededList, id: string) => boolean = () => true): void {
  const dropCords = () => {
    film.cords = film.cords.filter(
      ({ target: { list, id } }) =>
        list === 'finish' || (film[list] as Items).some((owner) => owner.id === id),
    );
  };
  dropCords();
  for (const list of neededLists) {
    const used = usedIds(film, list);
    const kept = (film[list] as Items).filter(({ id }) => used.has(id) || !mayGo(list, id));
    Object.assign(film, { [list]: kept });
    dropCords();
  }
}
