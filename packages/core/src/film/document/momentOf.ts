import type { Hearing } from '../../sound';
import {
  type Assets,
  type DrawCache,
  layerRegistry,
  type Moment,
  noAssets,
  type PropertySums,
  type Sums,
} from '../../picture';
import { planOf } from '../drive/plan';
import { resolveFilm, type ResolvedFilm } from '../drive/resolveFilm';
import { valueNow, type Driver } from '../drive/plan';
import type { Film } from './film';
import { drawableFilm } from './filmCost';

/** Of a number that stays the same. */
const steadySums = (value: number): Sums => ({
  upTo: (t) => t * value,
  passing: (sum) => (value > 0 ? sum / value : 0),
});

/** What whoever draws brings along. */
export interface MomentOptions {
  cache: DrawCache;
  assets?: Assets;
  withoutBackground?: boolean;
  quick?: boolean;
}

/** A moment of a film, without what of it would take too long to draw. @param t seconds */
export function momentOf(film: Film, hearing: Hearing, t: number, options: MomentOptions): Moment {
  const drawn = drawableFilm(film);
  return makeMoment(drawn, hearing, t, 0, options, lazily(drawn, hearing, t));
}

/** A film resolved when it is first asked for. */
function lazily(film: Film, hearing: Hearing, t: number): () => ResolvedFilm {
  let resolved: ResolvedFilm | undefined;
  return () => (resolved ??= resolveFilm(film, hearing, t));
}

function makeMoment(
  whole: Film,
  hearing: Hearing,
  t: number,
  depth: number,
  options: MomentOptions,
  now: () => ResolvedFilm,
): Moment {
  const { cache, assets = noAssets, withoutBackground = false, quick = false } = options;
  const sumsOf = (owner: string, driver: Driver): PropertySums => {
    const { beats, sections, followers } = whole;
    const { value, bases, motions, address } = driver;
    const made = JSON.stringify([value, bases, motions, beats, sections, followers]);
    const sounds = followers.map(({ id }) => hearing.followerTable(id)?.values);
    return cache.sums.of(`${owner} ${address.key}`, [made, hearing.end, ...sounds], (time) =>
      Number(valueNow(driver, whole, hearing, time)),
    );
  };
  return {
    get film() {
      return now().film;
    },
    hearing,
    t,
    depth,
    assets,
    cache,
    withoutBackground,
    quick,
    at: (other) =>
      makeMoment(
        whole,
        hearing,
        other,
        depth + 1,
        options,
        other === t ? now : lazily(whole, hearing, other),
      ),
    layer: (id) => now().layer(id),
    moves: (layer, key, item) => now().moves(layer, key, item),
    sums(layer, key, value) {
      const driver = now().driver(layer, key);
      return driver ? sumsOf(layer, driver) : steadySums(value);
    },
    kindOf: (layer) => layerRegistry.of(layer),
    movesPath: (path) => planOf(whole).paths.has(path),
    spreads: (layer) => now().spreads(layer),
    parts: (layer, key, count, item) => now().parts(layer, key, count, item),
  };
}
