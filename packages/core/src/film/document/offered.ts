import {
  neededBy,
  type Offer,
  type OfferContext,
  type OfferHeading,
  offerHeadings,
  structuredCopy,
} from '../../contract';
import { defaultEar } from '../../sound';
import {
  defaultPath,
  type Layer,
  type LayerKindName,
  layerKinds,
  layerRegistry,
  type PathKind,
  type PathShape,
} from '../../picture';
import { newLayer } from './defaults';
import type { Film } from './film';

/** What the gallery adds: everything that kinds of layers offer, and that theirs do. */
export interface GalleryOffer {
  kind: LayerKindName;
  offer: Offer;
}

let all: readonly GalleryOffer[] | undefined;

/** All offers of all kinds of layers. */
export const galleryOffers = (): readonly GalleryOffer[] =>
  (all ??= layerRegistry.names.flatMap((kind) =>
    ((layerKinds[kind].offers ?? []) as readonly Offer[]).map((offer) => ({ kind, offer })),
  ));

const under = (heading: OfferHeading) => galleryOffers().filter(({ offer }) => offer.heading === heading);

/** Those of the gallery by their headings. */
export const galleryGroups = (): { heading: OfferHeading; offers: GalleryOffer[] }[] =>
  offerHeadings.map((heading) => ({ heading, offers: under(heading) }));

/** What may lie behind all layers. */
export const backgroundOffers = (): GalleryOffer[] => under('Background');

/** Where a layer goes that stands behind all others: in front of what covers the whole picture already. */
export function placeBehind({ layers }: Pick<Film, 'layers'>): number {
  const index = layers.findIndex(({ backdrop }) => !backdrop);
  return index < 0 ? layers.length : index;
}

/**
 * Adds what is offered to a film, with the path that it is drawn along, and an ear where it follows one and there is none.
 * @param film is changed
 * @returns the new layer, which is in the film
 */
export function addOffered(film: Film, { kind, offer }: GalleryOffer, newId: OfferContext['newId']): Layer {
  const { width, height } = film;
  const size = { width, height };
  const references = neededBy(layerKinds[kind].record);
  if (references.some(({ to }) => to === 'ears') && film.ears.length === 0)
    film.ears.push(defaultEar(newId('ear')));
  const idOf = (list: readonly { id: string }[]) => list[0]?.id ?? null;
  const first = {
    ear: idOf(film.ears),
    follower: idOf(film.followers),
    image: idOf(film.images),
    footage: idOf(film.footage),
  };
  const { name } = offer;
  const along = offer.path?.(size);
  const path =
    along &&
    defaultPath(
      along.kind as PathKind,
      newId('path'),
      name,
      size,
      along.shape as Partial<PathShape>,
      along.place,
    );
  if (path) film.paths.push(path);
  const refers = references.map(({ key, to }) => [key, to === 'ears' ? first.ear : (path?.id ?? null)]);
  const layer = newLayer(kind, size, {
    name,
    ...Object.fromEntries(refers),
    // Of its own: what offers hold is shared by all that they make.
    ...structuredCopy(offer.part({ size, first, newId })),
    id: newId('layer'),
  }) as Layer;
  if (offer.behind) film.layers.splice(placeBehind(film), 0, layer);
  else film.layers.push(layer);
  return layer;
}
