import type { Film } from '@cyclogram/core';
import type { Owner } from './passChanges';

/** The film as its picture goes into a pass: without that one and those behind it. */
export function upTo(film: Film, { list, id }: Owner, pass: string): Film {
  const cut = <T extends { id: string }>(passes: readonly T[]): T[] => {
    const index = passes.findIndex((one) => one.id === pass);
    return index < 0 ? [...passes] : passes.slice(0, index);
  };
  if (list === 'finish') return { ...film, finish: { ...film.finish, passes: cut(film.finish.passes) } };
  const layers = film.layers.map((layer) =>
    layer.id === id ? { ...layer, passes: cut(layer.passes) } : layer,
  );
  return { ...film, layers, finish: { ...film.finish, passes: [] } };
}

/** The film without any pass. */
export const withoutPasses = (film: Film): Film => ({
  ...film,
  finish: { ...film.finish, passes: [] },
  layers: film.layers.map((layer) => (layer.passes?.length > 0 ? { ...layer, passes: [] } : layer)),
});
