import { describe, expect, it } from 'vitest';
import { momentOf } from './momentOf';
import { bodyKinds } from '../../picture/body/registry';
import { DrawCache } from '../../picture/display/drawCache';
import { figureKinds } from '../../picture/figure/registry';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import { layerKinds, type Layer, type LayerKindName } from '../../picture/layer/registry';
import { boundsOf } from '../../picture/display/operations';
import { pictureAt } from '../../picture/display/pictureAt';
import { fieldsOf, structuredCopy } from '../../contract/property/record';
import { defaultFilm } from './defaults';
import type { Film } from './film';
import { addOffered, backgroundOffers, galleryGroups, galleryOffers, type GalleryOffer } from './offered';
import { parseFilm } from './parse';

/** Ids of their own for everything that is added. */
function ids() {
  let count = 0;
  return (of: string) => `new-${of}-${++count}`;
}
const emptyFilm = (): Film => ({
  ...structuredCopy(defaultFilm('x')),
  ears: [],
  paths: [],
  layers: [] as Film['layers'],
});
/** Changes every object and list within something. */
function spoil(value: object): void {
  for (const inner of Object.values(value)) if (typeof inner === 'object' && inner !== null) spoil(inner);
  if (Array.isArray(value)) value.push('spoiled');
  else Object.assign(value, { spoiled: true });
}
const offers = galleryOffers().map((offered) => [`${offered.kind}: ${offered.offer.name}`, offered] as const);

describe('what the gallery offers', () => {
  it.each(offers)('%s is a layer that the format takes, twice, under ids of their own', (_name, offered) => {
    const film = structuredCopy(defaultFilm('x'));
    const newId = ids();
    const layers = [addOffered(film, offered, newId), addOffered(film, offered, newId)];
    expect(new Set(layers.map(({ id }) => id)).size).toBe(2);
    // What one of them changes, the other keeps.
    const [first, second] = layers.map((layer) => structuredCopy(layer));
    spoil(layers[0]!);
    expect(layers[1]).toEqual(second);
    for (const key of Object.keys(layers[0]!)) delete (layers[0] as unknown as Record<string, unknown>)[key];
    Object.assign(layers[0]!, first);
    for (const layer of layers) {
      expect(film.layers).toContain(layer);
      const { kind, offer } = offered;
      expect(layer).toMatchObject({ kind, backdrop: offer.behind === true });
      if (offer.heading !== 'Background') expect(layer.name).toBe(offer.name);
    }
    expect(parseFilm(structuredCopy(film))).toEqual(structuredCopy(film));
  });

  it.each(offers)('%s brings an ear and a path into an empty film where it needs them', (_name, offered) => {
    const film = emptyFilm();
    addOffered(film, offered, ids());
    expect(parseFilm(structuredCopy(film))).toEqual(structuredCopy(film));
  });

  it.each(offers)('%s has a sign, or looks like something', (_name, offered) => {
    if (offered.offer.icon) return;
    expect(drawn(offered)).toBeGreaterThan(0);
  });

  /** How many operations are drawn of it in the middle of a made-up song. */
  function drawn(offered: GalleryOffer): number {
    const film = { ...emptyFilm(), images: [], footage: [] };
    addOffered(film, offered, ids());
    const hearing = new TableHearing({ ...emptyTables(), end: 60 });
    const { operations } = pictureAt(momentOf(film, hearing, 10.03, { cache: new DrawCache() }));
    // The first one is what lies behind all layers.
    return operations.length - 1;
  }

  it('stands under a heading, each once, and no name twice under one', () => {
    const groups = [...galleryGroups(), { heading: 'Background', offers: backgroundOffers() }];
    expect(groups.flatMap((group) => group.offers)).toHaveLength(offers.length);
    for (const group of groups) {
      expect(group.offers.length).toBeGreaterThan(0);
      const names = group.offers.map(({ offer }) => offer.name);
      expect(new Set(names).size).toBe(names.length);
    }
  });

  it('has every kind of layer that is not made of others, every figure, and every body without a file', () => {
    const kinds = new Set(offers.map(([, { kind }]) => kind));
    for (const kind of Object.keys(layerKinds) as LayerKindName[])
      expect([kind, kinds.has(kind) || layerKinds[kind].madeBy !== undefined]).toEqual([kind, true]);
    const added = offers.map(([, offered]) => addOffered(emptyFilm(), offered, ids()) as Layer);
    const figures = new Set(added.flatMap((layer) => (layer.kind === 'figure' ? [layer.figure?.kind] : [])));
    expect(figures).toEqual(new Set(Object.keys(figureKinds)));
    const bodies = new Set(
      added.flatMap((layer) => (layer.kind === 'depth' ? layer.bodies.map(({ kind }) => kind) : [])),
    );
    // What shows nothing but an image has to be given one first: a stage's menu has it.
    for (const { kind, record } of Object.values(bodyKinds)) {
      const needsImage = fieldsOf(record).some(
        (field) => field.kind === 'reference' && field.to === 'images' && field.shownWhen === undefined,
      );
      expect([kind, bodies.has(kind)]).toEqual([kind, !needsImage]);
    }
  });
});

describe('signs of a player', () => {
  const signs = offers.filter(([, { offer }]) => offer.heading === 'Signs');

  it.each(signs)('%s stands whole in the lower part of the picture', (_name, offered) => {
    const film = emptyFilm();
    addOffered(film, offered, ids());
    const hearing = new TableHearing({ ...emptyTables(), end: 60 });
    const picture = pictureAt(momentOf(film, hearing, 1, { cache: new DrawCache() }));
    const all = picture.operations.slice(1);
    expect(all).toHaveLength(1);
    const [left, top, right, bottom] = boundsOf(all);
    expect(left).toBeGreaterThan(film.width * 0.4);
    expect(right).toBeLessThan(film.width * 0.6);
    expect(top).toBeGreaterThan(film.height * 0.8);
    expect(bottom).toBeLessThan(film.height * 0.95);
    expect(bottom - top).toBeCloseTo(film.height * (offered.offer.name === 'Stop' ? 0.051 : 0.06), -1);
  });
});
