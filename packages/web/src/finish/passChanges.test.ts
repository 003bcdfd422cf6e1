import {
  defaultFilm,
  defaultFollower,
  defaultsOf,
  cordRecord,
  parseFilm,
  sourceKinds,
  type Cord,
  type Film,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { addPoint, movePoint, removePoint } from './curvePoints';
import { looks } from './looks';
import {
  addPasses,
  copyPasses,
  duplicatePass,
  maxPasses,
  movePass,
  newPass,
  passesOf,
  pastePasses,
  removePass,
  samePasses,
  type Owner,
} from './passChanges';
import { upTo, withoutPasses } from './upTo';

const picture: Owner = { list: 'finish', id: '' };
const layer: Owner = { list: 'layers', id: 'layer-1' };
const nowhere = { width: 0, height: 0 };

function filmWithPasses(): Film {
  const film = defaultFilm('Dress');
  film.followers.push(defaultFollower('kick', 'ear-1', 'Kick'));
  addPasses(passesOf(film, layer)!, [newPass('blur', film), newPass('glow', film), newPass('grain', film)]);
  film.layers[0]!.passes.forEach((pass, i) => (pass.id = `pass-${i}`));
  const source = {
    ...defaultsOf(sourceKinds.follower.record, nowhere),
    kind: 'follower',
    follower: 'kick',
    rest: 0.2,
    peak: 1,
  };
  const target = { list: 'layers', id: 'layer-1', key: 'passes.strength', item: 'pass-1' } as const;
  film.cords.push({ ...defaultsOf(cordRecord, nowhere), id: 'cord-1', target, source } as unknown as Cord);
  return film;
}
const kindsIn = (film: Film, owner: Owner) => passesOf(film, owner)!.map(({ kind }) => kind);
/** What could not be read again would be lost. */
const readable = (film: Film) => expect(() => parseFilm(JSON.parse(JSON.stringify(film)))).not.toThrow();

describe('passes', () => {
  it('are moved, and keep what moves them', () => {
    const film = filmWithPasses();
    movePass(passesOf(film, layer)!, 'pass-2', 'pass-0');
    expect(kindsIn(film, layer)).toEqual(['grain', 'blur', 'glow']);
    expect(film.cords[0]!.target.item).toBe('pass-1');
    readable(film);
  });

  it('are removed with their cords, duplicated with copies of them', () => {
    const film = filmWithPasses();
    duplicatePass(film, layer, 'pass-1');
    expect(kindsIn(film, layer)).toEqual(['blur', 'glow', 'glow', 'grain']);
    const copy = film.layers[0]!.passes[2]!.id;
    expect(film.cords.map(({ target }) => target.item)).toEqual(['pass-1', copy]);
    removePass(film, layer, 'pass-1');
    expect(film.cords.map(({ target }) => target.item)).toEqual([copy]);
    removePass(film, layer, 'gone');
    expect(kindsIn(film, layer)).toHaveLength(3);
    readable(film);
  });

  it('are copied from a layer to the picture, with what moves them, and no more than there may be', () => {
    const film = filmWithPasses();
    copyPasses(film, layer, ['pass-1', 'pass-2']);
    pastePasses(film, picture);
    expect(kindsIn(film, picture)).toEqual(['glow', 'grain']);
    expect(film.cords[1]!.target).toMatchObject({ list: 'finish', id: '', item: film.finish.passes[0]!.id });
    readable(film);
    for (let i = 0; i < 20; i++) pastePasses(film, picture);
    expect(film.finish.passes).toHaveLength(maxPasses);
    // In a film without the follower the passes come alone.
    const other = defaultFilm('Other');
    pastePasses(other, picture);
    expect(kindsIn(other, picture)).toEqual(['glow', 'grain']);
    expect(other.cords).toEqual([]);
  });

  it('of several layers are changed together where they are of the same kind at the same place', () => {
    const film = filmWithPasses();
    film.layers.push({
      ...film.layers[0]!,
      id: 'layer-2',
      passes: [newPass('blur', film), newPass('invert', film)],
    });
    const both = [layer, { list: 'layers', id: 'layer-2' }] as const;
    expect(samePasses(film, both, 'pass-0').map(({ owner }) => owner.id)).toEqual(['layer-1', 'layer-2']);
    expect(samePasses(film, both, 'pass-1').map(({ owner }) => owner.id)).toEqual(['layer-1']);
    expect(samePasses(film, both, 'gone')).toEqual([]);
  });

  it('of looks are such as can be read', () => {
    for (const { passes } of looks) {
      const film = defaultFilm('Look');
      addPasses(
        film.finish.passes,
        passes.map(({ kind, part }) => newPass(kind, film, part)),
      );
      readable(film);
      expect(film.finish.passes).toHaveLength(passes.length);
    }
  });

  it('can be left out from one on, or wholly', () => {
    const film = filmWithPasses();
    film.finish.passes = [newPass('invert', film)];
    expect(kindsIn(upTo(film, layer, 'pass-1'), layer)).toEqual(['blur']);
    expect(kindsIn(upTo(film, layer, 'pass-1'), picture)).toEqual([]);
    expect(kindsIn(upTo(film, picture, film.finish.passes[0]!.id), layer)).toHaveLength(3);
    expect(kindsIn(withoutPasses(film), layer)).toEqual([]);
    expect(kindsIn(film, layer)).toHaveLength(3);
  });
});

describe('points of a curve', () => {
  let count = 0;
  const newId = () => `n${++count}`;
  it('come with their ends at first, stand in order, and do not pass each other', () => {
    const one = addPoint([], { at: 0.4, value: 0.6 }, 'a', newId);
    expect(one.map(({ at }) => at)).toEqual([0, 0.4, 1]);
    const moved = movePoint(one, 'a', { at: 3, value: -2 });
    expect(moved[1]).toMatchObject({ at: 0.995, value: 0 });
    expect(movePoint(one, one[0]!.id, { at: 0.9, value: 0.2 })[0]).toMatchObject({ at: 0.395, value: 0.2 });
  });
  it('that change nothing any more go with the last one', () => {
    const one = addPoint([], { at: 0.4, value: 0.6 }, 'a', newId);
    expect(removePoint(one, 'a')).toEqual([]);
    const two = addPoint(one, { at: 0.7, value: 0.1 }, 'b', newId);
    expect(removePoint(two, 'a')).toHaveLength(3);
  });
  it('take the place of one that is already there', () => {
    const one = addPoint([], { at: 0.4, value: 0.6 }, 'a', newId);
    expect(addPoint(one, { at: 0.4, value: 0.1 }, 'b', newId).map(({ id }) => id)).not.toContain('a');
  });
});
