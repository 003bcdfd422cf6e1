import { sameValue } from '../../contract';
import type { Hearing } from '../../sound';
import type { Layer } from '../../picture';
import type { Film } from '../document/film';
import type { OwnerList } from './address';
import { partValues, planOf, valueNow, type Driver } from './plan';
import { withValueAt } from './property';

/**
 * A film as it is at a moment. What does not move is the same object as in the film itself, so that whoever
 * keeps things by object keeps them from frame to frame; layers are resolved when they are first asked for.
 */
export interface ResolvedFilm {
  film: Film;
  layer(id: string): Layer | undefined;
  /** Whether a property of a layer moves during the film. */
  moves(layer: string, key: string, item?: string): boolean;
  /** What moves a property of a layer; undefined where nothing does. */
  driver(layer: string, key: string): Driver | undefined;
  /** Keys of a layer's properties that differ from part to part. */
  spreads(layer: string): readonly string[];
  /** The values of a number for each part of a layer; undefined where they are all the same. */
  parts(layer: string, key: string, count: number, item?: string): readonly number[] | undefined;
}

const none: readonly never[] = [];

/** Layers of films by their ids: a film is never changed in place. */
const byId = new WeakMap<Film, ReadonlyMap<string, Layer>>();

function layersById(film: Film): ReadonlyMap<string, Layer> {
  let layers = byId.get(film);
  if (!layers) byId.set(film, (layers = new Map(film.layers.map((layer) => [layer.id, layer]))));
  return layers;
}

/** The film as it is at `t` seconds. */
export function resolveFilm(film: Film, hearing: Hearing, t: number): ResolvedFilm {
  const layers = layersById(film);
  if (film.cords.length === 0) {
    return {
      film,
      layer: (id) => layers.get(id),
      moves: () => false,
      driver: () => undefined,
      spreads: () => none,
      parts: () => undefined,
    };
  }
  const plan = planOf(film);
  const known = new Map<string, Layer | undefined>();
  const resolve = <T extends object>(owner: T, drivers: readonly Driver[] | undefined): T => {
    if (!drivers) return owner;
    let now = owner;
    const own = new Set<object>();
    for (const driver of drivers) {
      const value = valueNow(driver, film, hearing, t);
      if (!sameValue(value, driver.value)) now = withValueAt(now, driver.path, value, own);
    }
    return now;
  };
  const resolveList = <T extends { id: string }>(list: OwnerList, owners: T[]): T[] => {
    const drivers = plan[list];
    if (drivers.size === 0) return owners;
    const resolved = owners.map((owner) => resolve(owner, drivers.get(owner.id)));
    return resolved.every((owner, i) => owner === owners[i]) ? owners : resolved;
  };
  const paths = resolveList('paths', film.paths);
  const palettes = resolveList('palettes', film.palettes);
  const finish = resolve(film.finish, plan.finish.get(''));
  const moves = paths !== film.paths || palettes !== film.palettes || finish !== film.finish;
  const driverOf = (layer: string, key: string, item = '') =>
    plan.layers.get(layer)?.find(({ address }) => address.key === key && address.item === item);
  return {
    film: moves ? { ...film, paths, palettes, finish } : film,
    layer(id) {
      if (!known.has(id)) {
        const layer = layers.get(id);
        known.set(id, layer && resolve(layer, plan.layers.get(id)));
      }
      return known.get(id);
    },
    spreads: (layer) =>
      (plan.layers.get(layer) ?? none)
        .filter(({ motions }) => motions.some(({ cord }) => cord.spread))
        .map(({ address }) => address.key),
    moves: (layer, key, item) => driverOf(layer, key, item) !== undefined,
    driver: (layer, key) => driverOf(layer, key),
    parts(layer, key, count, item) {
      const driver = driverOf(layer, key, item);
      const values = driver && partValues(driver, film, hearing, t, count);
      return values?.every((value) => typeof value === 'number') ? values : undefined;
    },
  };
}
