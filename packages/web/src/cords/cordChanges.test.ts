import {
  peakSaidAs,
  defaultFilm,
  defaultFollower,
  newLayer,
  parseFilm,
  problemOf,
  type Film,
  type PropertyAddress,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { deleteLayers, duplicateLayers } from '../show/layerChanges';
import { copyLayers, pasteLayers } from '../show/layerClipboard';
import { addCord, onlyThisCord, pasteCord, sameProperties, spreadOverLayers } from './cordChanges';

const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const readable = (film: Film) => expect(() => parseFilm(plain(film))).not.toThrow();
const size = { width: 1920, height: 1080 };
const opacityOf = (id: string): PropertyAddress => ({ list: 'layers', id, key: 'place.opacity', item: '' });

/** A film with a follower of an ear of its own, and some fills. */
function filmOf(...ids: string[]): Film {
  const film = plain(defaultFilm('x'));
  film.ears.push({ ...film.ears[0]!, id: 'low', name: 'Low' });
  film.followers.push(defaultFollower('kick', 'low', 'Kick'));
  film.layers.push(...ids.map((id) => newLayer('fill', size, { id, name: id })));
  return plain(film);
}
const on = (film: Film, id: string) => film.cords.filter(({ target }) => target.id === id);

describe('cords live and die with their layer', () => {
  it('go with copies of it, each with an id of its own', () => {
    const film = filmOf('a');
    addCord(film, opacityOf('a'), 'follower', { follower: 'kick' });
    const [copy] = duplicateLayers(film, ['a']);
    expect(on(film, copy!)).toHaveLength(1);
    expect(new Set(film.cords.map(({ id }) => id)).size).toBe(2);
    readable(film);
    deleteLayers(film, ['a']);
    expect(film.cords.map(({ target }) => target.id)).toEqual([copy]);
  });

  it('go with the path of a figure that is copied, and are gone with the last that uses it', () => {
    const film = filmOf();
    const layer = film.layers[0]! as Film['layers'][0] & { path: string };
    const place = { list: 'paths', id: layer.path, key: 'rotation', item: '' } as const;
    addCord(film, place, 'turn', { amount: 20 });
    const [copy] = duplicateLayers(film, [layer.id]);
    const path = (film.layers.find(({ id }) => id === copy) as typeof layer).path;
    expect(path).not.toBe(layer.path);
    expect(on(film, path)).toHaveLength(1);
    deleteLayers(film, [layer.id]);
    expect(film.cords).toHaveLength(1);
    readable(film);
  });

  it('bring their follower and its ear into another film, once for all of them', () => {
    const film = filmOf('a', 'b');
    for (const id of ['a', 'b']) addCord(film, opacityOf(id), 'follower', { follower: 'kick' });
    const other = plain(defaultFilm('y'));
    const pasted = pasteLayers(other, 'other', copyLayers(film, 'first', ['a', 'b']));
    expect(other.cords).toHaveLength(2);
    expect(other.followers).toHaveLength(1);
    const [follower] = other.followers;
    expect(other.ears.find(({ id }) => id === follower!.ear)?.name).toBe('Low');
    for (const cord of other.cords) {
      expect(pasted).toContain(cord.target.id);
      expect(problemOf(other, cord)).toBeUndefined();
    }
    // Again: the same follower is there.
    pasteLayers(other, 'other', copyLayers(film, 'first', ['a']));
    expect(other.followers).toHaveLength(1);
    readable(other);
  });

  it('stay with a follower that is gone, which is said', () => {
    const film = filmOf('a');
    addCord(film, opacityOf('a'), 'follower', { follower: 'kick' });
    film.followers = [];
    expect(problemOf(film, film.cords[0]!)).toBe('follower');
    readable(film);
  });
});

describe('one cord for several layers', () => {
  it('goes to those that have the property', () => {
    const film = filmOf('a', 'b');
    const figure = film.layers[0]!.id;
    expect(sameProperties(film, opacityOf('a'), ['a', 'b', figure]).map(({ id }) => id)).toEqual([
      'a',
      'b',
      figure,
    ]);
    const grain = { ...opacityOf('a'), key: 'grain' };
    expect(sameProperties(film, grain, ['a', 'b', figure]).map(({ id }) => id)).toEqual(['a', 'b']);
    // A layer that is not selected is changed by itself.
    expect(sameProperties(film, opacityOf('a'), ['b'])).toEqual([opacityOf('a')]);
  });

  it('is spread from the first to the last: strength, and delay', () => {
    const film = filmOf('a', 'b', 'c');
    addCord(film, opacityOf('a'), 'follower', { follower: 'kick', delay: 0.1, peak: 0.5 });
    const spread = { from: 1, to: 0.5, delay: 0.05, seed: undefined };
    spreadOverLayers(film, film.cords[0]!, ['c', 'a', 'b'], spread);
    const all = ['a', 'b', 'c'].map((id) => on(film, id)[0]!);
    expect(all.map(({ strength }) => strength)).toEqual([1, 0.75, 0.5]);
    expect(all.map(({ source }) => 'delay' in source && source.delay)).toEqual([0.1, 0.15, 0.2]);
    // Once more: those that are there are changed.
    spreadOverLayers(film, film.cords[0]!, ['a', 'b', 'c'], { ...spread, seed: 4 });
    expect(film.cords).toHaveLength(3);
    expect(new Set(film.cords.map(({ strength }) => strength)).size).toBe(3);
    for (const { strength } of film.cords) {
      expect(strength).toBeGreaterThanOrEqual(0.5);
      expect(strength).toBeLessThanOrEqual(1);
    }
    readable(film);
  });

  it('is pasted onto what it can move, and nothing else', () => {
    const film = filmOf('a');
    addCord(film, opacityOf('a'), 'follower', { follower: 'kick', peak: 0.4 });
    const [cord] = film.cords;
    expect(pasteCord(film, { ...opacityOf('a'), key: 'grain' }, cord!)).toBeDefined();
    expect(pasteCord(film, { ...opacityOf('a'), key: 'nothing' }, cord!)).toBeUndefined();
    expect(film.cords).toHaveLength(2);
    readable(film);
  });
});

describe('several cords on a property', () => {
  it('only this one turns the others off, and again on', () => {
    const film = filmOf('a');
    const ids = [1, 2, 3].map(() => addCord(film, opacityOf('a'), 'wander')!);
    onlyThisCord(film, ids[1]!);
    expect(film.cords.map((cord) => cord.on)).toEqual([false, true, false]);
    onlyThisCord(film, ids[1]!);
    expect(film.cords.map((cord) => cord.on)).toEqual([true, true, true]);
  });
});

describe('a peak that is said in another way', () => {
  it.each([
    ['to', 'by', 80, 88, 8],
    ['to', 'times', 80, 88, 1.1],
    ['by', 'to', 80, 8, 88],
    ['times', 'by', 80, 1.1, 8],
    ['to', 'times', 0, 88, 1],
  ] as const)('from %s as %s, from %d: %d is %d', (was, how, rest, peak, expected) => {
    expect(peakSaidAs(how, was, rest, peak)).toBeCloseTo(expected, 5);
  });
  it('of a point, along both axes', () =>
    expect(peakSaidAs('by', 'to', { x: 1, y: 2 }, { x: 4, y: 8 })).toEqual({ x: 3, y: 6 }));
});
