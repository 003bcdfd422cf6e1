import type { Size } from './property/field';
import type { IconName } from './icon';

/** Under which heading the gallery offers something, in this order. */
export const offerHeadings = ['Layers', 'Figures', 'Depth', 'Particles and flares', 'Signs'] as const;
/** What may lie behind all layers is offered in a menu of its own. */
export type OfferHeading = (typeof offerHeadings)[number] | 'Background';

/** What an offer is told of the film that it is made for. */
export interface OfferContext {
  size: Size;
  /** The first of what a film has of something; null where it has none. */
  first: Readonly<Record<'ear' | 'follower' | 'image' | 'footage', string | null>>;
  /** An id that nothing has yet. @param of what it begins with: what it is an id of */
  newId(of: string): string;
}

/** A path that comes with a layer. */
export interface OfferedPath {
  /** The kind of its shape. */
  kind: string;
  /** What of its shape, and of its place, is not as in a new one. */
  shape?: object;
  place?: object;
}

/**
 * Something of a kind to begin with, as the gallery adds it.
 * @typeParam Part what of a new one of the kind it may change
 */
export interface Offer<Part extends object = object> {
  heading: OfferHeading;
  name: string;
  /** One line for whoever looks for it. */
  about: string;
  /** A sign for what looks like nothing by itself; without one it is shown as it looks with the song. */
  icon?: IconName;
  /** Whether it is so bright that it is shown at one moment's own brightness. */
  bright?: true;
  /** The path that it is drawn along. */
  path?(size: Size): OfferedPath;
  /** Whether it goes behind all others. */
  behind?: true;
  /** What of it is not as in a new one. */
  part(context: OfferContext): Part;
}

/** How something of a kind gets into a film: from the gallery, or by what is done to other layers. */
export type Offered<Part extends object = object> =
  | { offers: readonly [Offer<Part>, ...Offer<Part>[]]; madeBy?: undefined }
  | { offers?: undefined; madeBy: 'grouping' | 'linking' };

/** Values, some of them given as shares of the picture's height: lengths in whole picture units. */
export const sized = (
  values: object | undefined,
  heights: object | undefined,
  { height }: Size,
): Record<string, unknown> => ({
  ...values,
  ...Object.fromEntries(
    Object.entries((heights ?? {}) as Record<string, number>).map(([key, share]) => [
      key,
      Math.round(share * height),
    ]),
  ),
});

/** A list of which there is at least one. @throws RangeError when there is none */
export function someOf<One>([first, ...rest]: readonly One[]): readonly [One, ...One[]] {
  if (first === undefined) throw new RangeError('nothing is offered');
  return [first, ...rest];
}
