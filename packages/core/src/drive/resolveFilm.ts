import type { Film } from '../film/film';
import type { Hearing } from '../hearing/hearing';
import type { Layer } from '../layer/registry';

/**
 * A film as it is at a moment. What does not move is the same object as in the film itself, so that whoever
 * keeps things by object keeps them from frame to frame; layers are resolved when they are first asked for.
 */
export interface ResolvedFilm {
  film: Film;
  layer(id: string): Layer | undefined;
}

/** Layers of films by their ids: a film is never changed in place. */
const byId = new WeakMap<Film, ReadonlyMap<string, Layer>>();

function layersById(film: Film): ReadonlyMap<string, Layer> {
  let layers = byId.get(film);
  if (!layers) byId.set(film, (layers = new Map(film.layers.map((layer) => [layer.id, layer]))));
  return layers;
}

/** The film as it is at `t` seconds. Nothing moves by itself yet: everything is the film's own. */
export function resolveFilm(film: Film, _hearing: Hearing, _t: number): ResolvedFilm {
  const layers = layersById(film);
  return { film, layer: (id) => layers.get(id) };
}
