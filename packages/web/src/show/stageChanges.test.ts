import {
  layerRegistry,
  bodyKinds,
  defaultFilm,
  newLayer,
  parseFilm,
  type BodyKindName,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { layerEdits } from './useLayerEdits';
import { addBody, eachStage, maxBodies, removeBody } from './stageChanges';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const size = { width: 1920, height: 1080 };

describe('changes of stages', () => {
  it('add and remove bodies of every kind, up to so many', () => {
    const film = plain(defaultFilm('x'));
    film.layers.push(newLayer('depth', size, { id: 'stage', name: 'Stage' }));
    const stage = layerRegistry.as('depth', film.layers.at(-1))!;
    (Object.keys(bodyKinds) as BodyKindName[]).forEach((kind, i) =>
      addBody(stage, kind, size, film.ears[0]!.id, `b${i}`),
    );
    expect(stage.bodies.map(({ kind }) => kind)).toEqual(Object.keys(bodyKinds));
    expect(() => parseFilm(plain(film))).not.toThrow();
    removeBody(stage, 1);
    expect(stage.bodies.map(({ id }) => id)).not.toContain('b1');
    for (let i = 0; i < 20; i++) addBody(stage, 'relief', size, null, `more${i}`);
    expect(stage.bodies).toHaveLength(maxBodies);
  });

  it('go to all stages that are selected, and to nothing else', () => {
    const film = plain(defaultFilm('x'));
    for (const id of ['one', 'two']) film.layers.push(newLayer('depth', size, { id, name: id }));
    const figure = plain(film.layers[0]!);
    const ids = [figure.id, 'one', 'two'];
    const edits = layerEdits((_label, change) => void change(film), ids);
    eachStage(edits, 'camera', 'orbit', ({ camera }) => void (camera.orbit = 30));
    expect(film.layers.slice(1).map((layer) => layerRegistry.as('depth', layer)!.camera.orbit)).toEqual([
      30, 30,
    ]);
    expect(film.layers[0]).toEqual(figure);
  });
});
