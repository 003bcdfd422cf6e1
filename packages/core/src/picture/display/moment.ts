import type { Size } from '../../contract';
import type { Hearing } from '../../sound';
import type { DrawCache } from './drawCache';
import type { FootageInfo } from '../footage/footage';
import type { AnyLayer } from '../layer/layerRecord';
import type { Texture } from '../scene/rasterise';
import type { Typefaces } from '../typeface/typeface';
import type { GroupOp } from './displayList';
import type { ShownFilm } from './shownFilm';
import type { PropertySums } from './sums';

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

/** What a layer draws, before its place, its blending and its finish. */
export type LayerContent = Pick<GroupOp, 'operations' | 'matrix' | 'clipPath' | 'below'>;

/** What drawing asks of a kind of layer. */
export interface DrawnKind {
  content(layer: never, moment: Moment): LayerContent;
  /** Whether it shows what lies below it: there is none of that at other times, so passes over time do nothing. */
  showsBelow?: true;
}

/** The context a picture is drawn in. */
export interface Moment {
  /** The film as it is at `t`; what does not move is the same object as in the film itself. */
  readonly film: ShownFilm;
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
  layer(id: string): AnyLayer | undefined;
  /** What kind of layer something is; undefined for one that is not known. */
  kindOf(layer: AnyLayer): DrawnKind | undefined;
  /**
   * Whether a property of a layer moves during the film, now or at another time.
   * @param item id of the item that the key leads into, of a list
   */
  moves(layer: string, key: string, item?: string): boolean;
  /** Whether anything of a path moves during the film. */
  movesPath(path: string): boolean;
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
