import {
  asDepth,
  bodyKinds,
  defaultFilm,
  newLayer,
  parseFilm,
  type BodyKindName,
  type Film,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { layerEdits } from './useLayerEdits';
import { addBody, eachStage, mostBodies, removeBody } from './stageChanges';
import { stageOffers } from './stageOffers';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const size = { width: 1920, height: 1080 };

describe('offers of stages', () => {
  it.each(stageOffers.map((offer) => [offer.name, offer] as const))(
    '%s is one that the format takes',
    (_name, { make }) => {
      const film = plain(defaultFilm('x'));
      film.layers = [make(film) as Film['layers'][0]];
      const read = parseFilm(plain(film));
      expect(read.layers).toEqual(plain(film.layers));
      const [body] = asDepth(read.layers[0])!.bodies;
      if (body && 'ear' in body) expect(body.ear).toBe(film.ears[0]!.id);
    },
  );
  it('have ids of their own each time', () => {
    const film = defaultFilm('x');
    const [first, second] = [stageOffers[0]!.make(film), stageOffers[0]!.make(film)];
    expect(first.id).not.toBe(second.id);
    expect(first.bodies[0]!.id).not.toBe(second.bodies[0]!.id);
  });
});

describe('changes of stages', () => {
  it('add and remove bodies of every kind, up to so many', () => {
    const film = plain(defaultFilm('x'));
    film.layers.push(newLayer('depth', size, { id: 'stage', name: 'Stage' }));
    const stage = asDepth(film.layers.at(-1))!;
    (Object.keys(bodyKinds) as BodyKindName[]).forEach((kind, i) =>
      addBody(stage, kind, size, film.ears[0]!.id, `b${i}`),
    );
    expect(stage.bodies.map(({ kind }) => kind)).toEqual(Object.keys(bodyKinds));
    expect(() => parseFilm(plain(film))).not.toThrow();
    removeBody(stage, 1);
    expect(stage.bodies.map(({ id }) => id)).not.toContain('b1');
    for (let i = 0; i < 20; i++) addBody(stage, 'relief', size, null, `more${i}`);
    expect(stage.bodies).toHaveLength(mostBodies);
  });

  it('go to all stages that are selected, and to nothing else', () => {
    const film = plain(defaultFilm('x'));
    for (const id of ['one', 'two']) film.layers.push(newLayer('depth', size, { id, name: id }));
    const figure = plain(film.layers[0]!);
    const ids = [figure.id, 'one', 'two'];
    const edits = layerEdits((_label, change) => void change(film), ids);
    eachStage(edits, 'camera', 'orbit', ({ camera }) => void (camera.orbit = 30));
    expect(film.layers.slice(1).map((layer) => asDepth(layer)!.camera.orbit)).toEqual([30, 30]);
    expect(film.layers[0]).toEqual(figure);
  });
});
