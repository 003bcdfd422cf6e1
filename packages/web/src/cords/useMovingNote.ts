import { sourceRegistry, type OwnerList } from '@cyclogram/core';
import { useContext } from 'react';
import { useEditor } from '../editor/editorStore';
import { OwnerContext } from './owner';
import { sourceName } from './words';

/**
 * What moves some properties of the owner around, in words: "follows Kick"; undefined when nothing does.
 * @param keys of the properties, or what these begin with
 * @param item of which item of a list only
 * @param list for the paths of the owner, a layer, instead of itself
 */
export function useMovingNote(
  keys: readonly string[] | undefined,
  list?: OwnerList,
  item?: string,
): string | undefined {
  const owner = useContext(OwnerContext);
  return useEditor(({ film }) => {
    if (!owner || (!keys && !list)) return undefined;
    const layer = film.layers.find(({ id }) => id === owner.id);
    const id = list === 'paths' && layer && 'path' in layer ? layer.path : owner.id;
    const names = film.cords
      .filter(({ on, target }) => on && target.list === (list ?? owner.list) && target.id === id)
      .filter(
        ({ target }) => item === undefined || target.item === item || target.item.startsWith(`${item}.`),
      )
      .filter(({ target }) => !keys || keys.some((key) => target.key.startsWith(key)))
      .map(
        (cord) =>
          `${sourceRegistry.of(cord.source)?.needsFollower ? 'follows ' : ''}${sourceName(film, cord)}`,
      );
    return names.length > 0 ? [...new Set(names)].join(', ') : undefined;
  });
}
