import {
  boundsOf,
  defaultFilm,
  DrawCache,
  emptyTables,
  momentOf,
  parseFilm,
  pictureAt,
  structuredCopy,
  TableHearing,
  type Film,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { addLayer, layerOffers } from './layerOffers';
import { signOffers } from './signOffers';

const hearing = new TableHearing({ ...emptyTables(), end: 60 });

describe('layers of the gallery', () => {
  it.each([...layerOffers, ...signOffers].map((offer) => [offer.name, offer] as const))(
    '%s is a valid layer under an id of its own',
    (_name, offer) => {
      const film = structuredCopy(defaultFilm('x'));
      const ids = [addLayer(film, offer.make(film)), addLayer(film, offer.make(film))];
      expect(new Set(ids).size).toBe(2);
      expect(parseFilm(JSON.parse(JSON.stringify(film)))).toEqual(film);
    },
  );

  it.each(signOffers.map((offer) => [offer.name, offer] as const))(
    'the sign %s stands whole in the lower part of the picture',
    (_name, offer) => {
      const film: Film = structuredCopy({ ...defaultFilm('x'), layers: [] as Film['layers'] });
      const id = addLayer(film, offer.make(film));
      const picture = pictureAt(momentOf(film, hearing, 1, { cache: new DrawCache() }));
      const drawn = picture.operations.slice(1);
      expect(drawn).toHaveLength(1);
      const [left, top, right, bottom] = boundsOf(drawn);
      expect(left).toBeGreaterThan(film.width * 0.4);
      expect(right).toBeLessThan(film.width * 0.6);
      expect(top).toBeGreaterThan(film.height * 0.8);
      expect(bottom).toBeLessThan(film.height * 0.95);
      expect(bottom - top).toBeCloseTo(film.height * (offer.name === 'Stop' ? 0.051 : 0.06), -1);
      expect(film.layers.find((layer) => layer.id === id)!.kind).toBe('shape');
    },
  );
});
