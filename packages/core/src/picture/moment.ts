import type { DrawCache } from '../cache/drawCache';
import type { PropertySums } from '../drive/propertySums';
import { resolveFilm, type ResolvedFilm } from '../drive/resolveFilm';
import type { Film } from '../film/film';
import type { FootageInfo } from '../footage/footage';
import type { Hearing } from '../hearing/hearing';
import type { Layer } from '../layer/registry';
import type { Size } from '../property/field';
import type { Texture } from '../scene/rasterise';
import type { Typefaces } from '../typeface/typeface';

/** What drawing needs and a film only names. */
export interface Assets {
  /** Sizes of images in pixels by their ids, and small copies of them; those that are not here yet are missing. */
  images: ReadonlyMap<string, Size & { small?: Texture }>;
  /** What is known of footage by its id; that which is not here yet is missing. */
  footage: ReadonlyMap<string, FootageInfo>;
  /** Typefaces by their names; those that are not here yet are missing. */
  typefaces: Typefaces;
}

export const noAssets: Assets = {
  images: new Map(),
  footage: new Map(),
  typefaces: new Map(),
};

/** The context a picture is drawn in. */
export interface Moment {
  /** The film as it is at `t`; what does not move is the same object as in the film itself. */
  readonly film: Film;
  readonly hearing: Hearing;
  /** Seconds. */
  readonly t: number;
  /** How many groups and linked copies lie around what is drawn now. */
  readonly depth: number;
  readonly assets: Assets;
  readonly cache: DrawCache;
  /** Whether it has to be quick: what takes many pictures for one is left out. */
  readonly quick: boolean;
  /** Whether the background, and the layers that belong to it, are left out. */
  readonly withoutBackground: boolean;
  /** The film at another time, for what lies one group or linked copy further in. */
  at(t: number): Moment;
  /** The layer as it is at `t`, resolved when first asked for and kept for the picture. */
  layer(id: string): Layer | undefined;
  /**
   * Whether a property of a layer moves during the film, now or at another time.
   * @param item id of the item that the key leads into, of a list
   */
  moves(layer: string, key: string, item?: string): boolean;
  /**
   * The integral over the song of a number of a layer.
   * @param value what it is where it does not move
   */
  sums(layer: string, key: string, value: number): Sums;
  /** Keys of a layer's properties that differ from part to part. */
  spreads(layer: string): readonly string[];
  /**
   * The values of a number for each of so many parts of a layer; undefined where they are all the same.
   * @param item id of the item that the key leads into, of a list
   */
  parts(layer: string, key: string, count: number, item?: string): readonly number[] | undefined;
}

/** An integral: up to a moment, and the moment at which it passes a number. */
export type Sums = Pick<PropertySums, 'upTo' | 'passing'>;

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

/** A moment of a film. @param t seconds */
export const momentOf = (film: Film, hearing: Hearing, t: number, options: MomentOptions): Moment =>
  makeMoment(film, hearing, t, 0, options, lazily(film, hearing, t));

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
      return driver ? cache.sums.of(layer, driver, whole, hearing) : steadySums(value);
    },
    spreads: (layer) => now().spreads(layer),
    parts: (layer, key, count, item) => now().parts(layer, key, count, item),
  };
}
