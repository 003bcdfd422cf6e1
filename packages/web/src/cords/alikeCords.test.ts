import {
  defaultFilm,
  defaultFollower,
  newLayer,
  parseFilm,
  passKinds,
  structuredCopy,
  type Film,
  type Layer,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { alikeCords, listChangedAlike, setSourceField, takesField } from './alikeCords';
import { addCord, sameProperties, spreadOverLayers } from './cordChanges';

const ids = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];

/** A film of eight images, each with a glow. */
function film(): Film {
  const made: Film = structuredCopy({ ...defaultFilm('x'), layers: [] as Film['layers'] });
  made.followers = [defaultFollower('kick', made.ears[0]!.id, 'Kick')];
  made.sections = [
    { id: 's1', name: 'A', from: 0 },
    { id: 's2', name: 'B', from: 9 },
  ];
  for (const id of ids) {
    const passes = [{ ...passKinds.glow.defaults(made), id: `glow-${id}` }];
    made.layers.push({ ...newLayer('image', made, { id, name: id }), passes } as Layer);
  }
  return made;
}
const opacityOf = (id: string) => ({ list: 'layers', id, key: 'place.opacity', item: '' }) as const;
const readable = (of: Film) => expect(() => parseFilm(JSON.parse(JSON.stringify(of)))).not.toThrow();

/** The same cord on all eight. */
function withCords(kind: 'follower' | 'keyframes' | 'sections' | 'steps' | 'swing', part: object = {}): Film {
  const made = film();
  for (const id of ids) addCord(made, opacityOf(id), kind, part);
  return made;
}
const othersOf = (of: Film) => alikeCords(of, of.cords[0]!, ids);

describe('cords of several layers', () => {
  it('are those on the same property with the same kind of source, in the same place of several', () => {
    const made = withCords('follower', { follower: 'kick', peak: 0.5 });
    expect(othersOf(made).map(({ target }) => target.id)).toEqual(ids.slice(1));
    // A second one on each: the second goes with the second.
    for (const id of ids) addCord(made, opacityOf(id), 'follower', { follower: 'kick', peak: 0.1 });
    addCord(made, opacityOf('b'), 'swing');
    const second = alikeCords(made, made.cords[8]!, ids);
    expect(second.map(({ id }) => id)).toEqual(made.cords.slice(9, 16).map(({ id }) => id));
    // Of a layer that is not selected it is alone.
    expect(alikeCords(made, made.cords[0]!, ['b', 'c'])).toEqual([]);
  });

  it('change together in each of their fields', () => {
    const made = withCords('follower', { follower: 'kick', peak: 0.5 });
    for (const [key, value] of [
      ['peak', 0.9],
      ['rest', 0.2],
      ['curve', 2],
      ['delay', 0.12],
    ] as const)
      setSourceField(made, made.cords[0]!, othersOf(made), key, value);
    for (const { source } of made.cords)
      expect(source).toMatchObject({ peak: 0.9, rest: 0.2, curve: 2, delay: 0.12 });
    readable(made);
  });

  it('have keyframes that are changed, added and removed together, and otherwise keep their own', () => {
    const made = withCords('keyframes');
    const source = (i: number) =>
      made.cords[i]!.source as Extract<Film['cords'][0]['source'], { kind: 'keyframes' }>;
    made.cords.forEach((_, i) => {
      source(i).keys = [0, 4].map((time, k) => ({
        ...source(i).keys[0]!,
        id: `k${i}-${k}`,
        time,
        value: i / 10 + k / 100,
      }));
    });
    const [open] = made.cords;
    const [first, second] = source(0).keys;
    setSourceField(made, open!, othersOf(made), 'keys', [
      { ...first!, easing: 'easeIn' },
      { ...second!, time: 5 },
    ]);
    for (const i of ids.keys()) {
      expect(source(i).keys.map(({ time }) => time)).toEqual([0, 5]);
      expect(source(i).keys[0]!.easing).toBe('easeIn');
      expect(source(i).keys[0]!.value).toBe(i / 10);
    }
    setSourceField(made, open!, othersOf(made), 'keys', [
      ...source(0).keys,
      { ...first!, id: 'new', time: 8, value: 1 },
    ]);
    for (const i of ids.keys()) expect(source(i).keys.map(({ time }) => time)).toEqual([0, 5, 8]);
    expect(new Set(made.cords.flatMap((_, i) => source(i).keys.map(({ id }) => id))).size).toBe(24);
    setSourceField(made, open!, othersOf(made), 'keys', source(0).keys.slice(1));
    for (const i of ids.keys()) expect(source(i).keys.map(({ time }) => time)).toEqual([5, 8]);
    readable(made);
  });

  it('have values of sections and of steps that are changed together', () => {
    const value = (id: string, section: string, own: number) => ({ id, section, value: own });
    expect(
      listChangedAlike(
        [value('a', 's1', 1), value('b', 's2', 2)],
        [value('a', 's1', 5), value('b', 's2', 2), value('c', 's3', 3)],
        [value('x', 's2', 7), value('y', 's1', 8)],
      ),
    ).toEqual([
      value('x', 's2', 7),
      value('y', 's1', 5),
      { ...value('c', 's3', 3), id: expect.any(String) as string },
    ]);
    expect(listChangedAlike([1, 2, 3], [1, 9, 3], [4, 5, 6])).toEqual([4, 9, 6]);
    expect(listChangedAlike([1, 2], [1, 2, 2], [4, 5])).toEqual([4, 5, 2]);
    expect(listChangedAlike([1, 2, 3], [1, 3], [4, 5, 6])).toHaveLength(2);
  });

  it('on the same pass of each layer are made and changed together, too', () => {
    const made = film();
    const place = { list: 'layers', id: 'a', key: 'passes.strength', item: 'glow-a' } as const;
    const addresses = sameProperties(made, place, ids);
    expect(addresses.map(({ item }) => item)).toEqual(ids.map((id) => `glow-${id}`));
    for (const one of addresses) addCord(made, one, 'follower', { follower: 'kick', peak: 3 });
    setSourceField(made, made.cords[0]!, othersOf(made), 'peak', 4);
    expect(made.cords.map(({ source }) => (source as { peak: number }).peak)).toEqual(ids.map(() => 4));
    readable(made);
  });

  it('of other properties take what is not a value of the property', () => {
    const made = withCords('follower', { follower: 'kick', peak: 0.5 });
    addCord(made, { ...opacityOf('a'), key: 'place.rotation' }, 'follower', { follower: 'kick', peak: 40 });
    const [opacity, rotation] = [made.cords[0]!, made.cords.at(-1)!];
    expect([takesField(opacity, rotation, 'peak'), takesField(opacity, rotation, 'delay')]).toEqual([
      false,
      true,
    ]);
    setSourceField(made, opacity, [rotation], 'peak', 0.1);
    setSourceField(made, opacity, [rotation], 'curve', 3);
    expect(made.cords.at(-1)!.source).toMatchObject({ peak: 40, curve: 3 });
  });

  it('are spread with all that they are: curve, rest, peak, combination', () => {
    const made = withCords('follower', { follower: 'kick', peak: 0.5 });
    Object.assign(made.cords[0]!.source, { curve: 2.5, rest: 0.3, peak: 0.8, delay: 0.1 });
    made.cords[0]!.combine = 'greatest';
    spreadOverLayers(made, structuredCopy(made.cords[0]!), ids, {
      from: 1,
      to: 0.3,
      delay: 0.02,
      seed: undefined,
    });
    made.cords.forEach((cord, i) => {
      expect(cord.combine).toBe('greatest');
      expect(cord.source).toMatchObject({
        curve: 2.5,
        rest: 0.3,
        peak: 0.8,
        delay: Math.round((0.1 + 0.02 * i) * 1000) / 1000,
      });
      expect(cord.strength).toBeCloseTo(1 - 0.1 * i, 3);
    });
    readable(made);
  });
});
