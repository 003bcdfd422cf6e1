import { describe, expect, it } from 'vitest';
import { momentOf } from '../document/momentOf';
import { backgroundFill } from '../document/defaults';
import { parseFilm, readFilm } from '../document/parse';
import type { Film } from '../document/film';
import type { FigureLayer } from '../../picture/layer/figure';
import type { FillLayer } from '../../picture/layer/fill';
import { layerOperations } from '../../picture/layer/layerOperations';
import { DrawCache } from '../../picture/display/drawCache';
import type { Cord } from './cord';
import { usedFollowers, sliceEars } from './needs';
import { limitShare, planOf, problemOf } from './plan';
import { movingProperties, ownerOf } from './property';
import { resolveFilm } from './resolveFilm';
import { cordOf, filmWith, hearingWith, addressOf, reachAddress, tableOf } from './testFilm';

/** Silence for 2 s, then full for 2 s, then silence. */
const hits = hearingWith({
  kick: tableOf([
    ...new Array<number>(20).fill(0),
    ...new Array<number>(20).fill(1),
    ...new Array<number>(40).fill(0),
  ]),
});
const [rest, peak] = [1, 3];

const layerAt = (film: Film, t: number, hearing = hits) =>
  resolveFilm(film, hearing, t).layer('layer-1') as FigureLayer;
const reachAt = (film: Film, t: number) => (layerAt(film, t).figure as { reach: number }).reach;
const own = reachAt(filmWith(), 0);
const follow = (source: object, part: Partial<Cord> = {}) =>
  cordOf(reachAddress, 'follower', { follower: 'kick', ...source }, part);

describe('a property tied to a follower', () => {
  it.each([
    ['to', 88, 88],
    ['by', 8, own + 8],
    ['times', 1.1, own * 1.1],
  ] as const)(
    'is exactly at rest in silence and at its peak on a full hit: %s %d',
    (how, value, expected) => {
      const film = filmWith(follow({ how, peak: value }));
      expect(reachAt(film, rest)).toBe(own);
      expect(reachAt(film, peak)).toBe(expected);
    },
  );

  it('rests at a value of its own where one is given', () => {
    const film = filmWith(follow({ how: 'to', rest: 40, peak: 90 }));
    expect([reachAt(film, rest), reachAt(film, peak)]).toEqual([40, 90]);
  });

  it('keeps its effect when the property is changed by hand: by and times', () => {
    const film = filmWith(
      follow({ how: 'by', peak: 8 }),
      follow({ how: 'times', peak: 1.5 }, { combine: 'multiply' }),
    );
    const [layer] = film.layers as [FigureLayer];
    const larger = { ...film, layers: [{ ...layer, figure: { ...layer.figure, reach: 200 } }] } as Film;
    expect(reachAt(larger, peak)).toBeCloseTo((200 + 8) * 1.5, 9);
  });

  it('is late, or ahead of the hit, and bends as its response says', () => {
    expect(reachAt(filmWith(follow({ how: 'to', peak: 500, delay: 1.5 })), 3.2)).toBe(own);
    expect(reachAt(filmWith(follow({ how: 'to', peak: 500, delay: -1.5 })), 0.6)).toBe(500);
    const half = hearingWith({ kick: tableOf([0.5, 0.5]) });
    const bent = filmWith(follow({ how: 'to', rest: 0, peak: 100, curve: 2 }));
    expect((layerAt(bent, 0, half).figure as { reach: number }).reach).toBeCloseTo(25, 9);
  });

  it('is the same at the same time whatever the frame rate', () => {
    const ramp = hearingWith({ kick: tableOf(Array.from({ length: 81 }, (_, i) => i / 80)) });
    const film = filmWith(follow({ how: 'to', rest: 0, peak: 1000 }));
    const at = (t: number) => (layerAt(film, t, ramp).figure as { reach: number }).reach;
    // Frame 30 of 60 a second, 15 of 30, 12 of 24: all of them half a second after the first.
    expect(new Set([30 / 60, 15 / 30, 12 / 24].map(at)).size).toBe(1);
    // 29.97 a second: the value is that of the moment, not of a frame beside it.
    expect(at((20.5 * 1001) / 30000)).toBeCloseTo((1000 * ((20.5 * 1001) / 30000)) / 8, 3);
  });

  it('of two directions moves one of them, both apart, or both in proportion', () => {
    const scaleAt = (axes: string, peakValue: unknown, how = 'to') => {
      const film = filmWith(
        cordOf(addressOf('place.scale'), 'follower', { follower: 'kick', how, peak: peakValue, axes }),
      );
      return layerAt(film, peak).place.scale;
    };
    expect(scaleAt('x', { x: 2, y: 3 })).toEqual({ x: 2, y: 1 });
    expect(scaleAt('y', { x: 2, y: 3 })).toEqual({ x: 1, y: 3 });
    expect(scaleAt('apart', { x: 2, y: 3 })).toEqual({ x: 2, y: 3 });
    expect(scaleAt('proportion', 1.25, 'times')).toEqual({ x: 1.25, y: 1.25 });
  });

  it('a colour is exactly both of its colours, and between them on the way in OKLCH', () => {
    const place = { list: 'layers', id: 'behind', key: 'paint.stops.color', item: 'middle' } as const;
    const film = filmWith(cordOf(place, 'follower', { follower: 'kick', rest: '#000000', peak: '#ffffff' }));
    film.layers.push(backgroundFill(film, 'behind'));
    const colorAt = (t: number, hearing = hits) => {
      const behind = resolveFilm(film, hearing, t).layer('behind') as FillLayer;
      return behind.paint.stops[0]!.color;
    };
    expect([colorAt(rest), colorAt(peak)]).toEqual(['#000000', '#ffffff']);
    // OKLab lightness 0.5 of grey is #636363 (B. Ottosson, "A perceptual color space for image processing", 2020).
    expect(colorAt(0, hearingWith({ kick: tableOf([0.5]) }))).toBe('#636363');
  });

  it('a switch turns on above one level and off below another', () => {
    const values = [0, 0.5, 0.7, 0.5, 0.45, 0.3, 0.5, 0.5, 0.9, 0];
    const hearing = hearingWith({ kick: tableOf(values, 1) }, 10);
    const film = filmWith(
      cordOf(addressOf('visible'), 'follower', {
        follower: 'kick',
        rest: false,
        peak: true,
        onAbove: 0.6,
        offBelow: 0.4,
      }),
    );
    const on = (t: number) => layerAt(film, t, hearing).visible;
    // It rises through 0.6 half way from 1 to 2 s, and falls through 0.4 a third of the way from 4 to 5 s.
    expect([1.4, 1.6, 3, 4.2, 4.4, 6, 7.2, 7.4, 8, 8.5, 8.6].map(on)).toEqual([
      false,
      true,
      true,
      true,
      false,
      false,
      false,
      true,
      true,
      true,
      false,
    ]);
  });
});

describe('several cords on one property', () => {
  const both = (a: Partial<Cord>, b: Partial<Cord>) =>
    filmWith(follow({ how: 'by', peak: 10 }, a), follow({ how: 'by', peak: 30 }, b));

  it('add up, or the greatest wins', () => {
    expect(reachAt(both({}, {}), peak)).toBeCloseTo(own + 40, 9);
    expect(reachAt(both({ combine: 'greatest' }, { combine: 'greatest' }), peak)).toBeCloseTo(own + 30, 9);
  });

  it('multiply where they are factors', () => {
    const times = (value: number) => follow({ how: 'times', peak: value }, { combine: 'multiply' });
    expect(reachAt(filmWith(times(1.5), times(2)), peak)).toBeCloseTo(own * 3, 9);
    expect(reachAt(filmWith(times(1.5), times(2)), rest)).toBe(own);
  });

  it('move around what keyframes and sections set', () => {
    const keys = cordOf(reachAddress, 'keyframes', {
      keys: [
        { id: 'a', time: 0, value: 50, easing: 'linear' },
        { id: 'b', time: 4, value: 150, easing: 'linear' },
      ],
    });
    expect(reachAt(filmWith(follow({ how: 'by', peak: 5 }), keys), 1)).toBeCloseTo(75, 9);
    expect(reachAt(filmWith(follow({ how: 'by', peak: 5 }), keys), 3)).toBeCloseTo(130, 9);
  });

  it('have as much of their effect as their strength says, and none when off', () => {
    expect(reachAt(filmWith(follow({ how: 'by', peak: 10 }, { strength: 0.5 })), peak)).toBeCloseTo(
      own + 5,
      9,
    );
    const off = filmWith(follow({ how: 'by', peak: 10 }, { on: false }));
    expect(reachAt(off, peak)).toBe(own);
    expect(layerAt(off, peak)).toBe(off.layers[0]);
  });

  it('stay within the limits of the property, and it is said for how much of the song they run into one', () => {
    const film = filmWith(
      cordOf(addressOf('place.opacity'), 'follower', { follower: 'kick', how: 'to', peak: 5 }),
    );
    expect(layerAt(film, peak).place.opacity).toBe(1);
    const [driver] = planOf(film).layers.get('layer-1')!;
    // Full for 2 of 8 seconds.
    expect(limitShare(driver!, film, hits)).toBeCloseTo(0.25, 1);
  });

  it('leave whole numbers whole', () => {
    const film = filmWith(
      cordOf(addressOf('figure.bandFrom'), 'follower', { follower: 'kick', how: 'to', rest: 1, peak: 10 }),
    );
    const value = (layerAt(film, 0, hearingWith({ kick: tableOf([0.5]) })).figure as { bandFrom?: number })
      .bandFrom;
    expect(value === undefined || Number.isInteger(value)).toBe(true);
  });
});

describe('what does not move', () => {
  it('is the same object as in the film', () => {
    const film = filmWith(follow({ how: 'by', peak: 10 }));
    const now = resolveFilm(film, hits, peak);
    const layer = now.layer('layer-1') as FigureLayer;
    const before = film.layers[0] as FigureLayer;
    expect(now.film).toBe(film);
    expect(layer).not.toBe(before);
    expect(layer.color).toBe(before.color);
    expect(layer.place).toBe(before.place);
    expect(resolveFilm(film, hits, rest).layer('layer-1')).toBe(before);
  });

  it('a path that is only moved keeps its shape', () => {
    const path = { list: 'paths', id: 'path-1', key: 'rotation', item: '' } as const;
    const film = filmWith(cordOf(path, 'turn', { amount: 45 }));
    const now = resolveFilm(film, hits, 1).film.paths[0]!;
    expect(now.rotation).toBe(45);
    expect(now.shape).toBe(film.paths[0]!.shape);
  });

  it('a layer whose opacity moves is painted on a surface of its own throughout', () => {
    const film = filmWith(
      cordOf(addressOf('place.opacity'), 'follower', { follower: 'kick', how: 'to', rest: 1, peak: 0.5 }),
    );
    const groups = [rest, peak].map(
      (t) => layerOperations('layer-1', momentOf(film, hits, t, { cache: new DrawCache() }))[0]!,
    );
    expect(groups.map(({ isolated, opacity }) => [isolated, opacity])).toEqual([
      [true, 1],
      [true, 0.5],
    ]);
  });
});

describe('cords that cannot have an effect', () => {
  const broken: [string, Cord, string][] = [
    ['a follower that is gone', follow({ follower: 'gone', peak: 1 }), 'follower'],
    ['a layer that is gone', { ...follow({ peak: 1 }), target: { ...reachAddress, id: 'gone' } }, 'target'],
    [
      'a property that another kind does not have',
      { ...follow({ peak: 1 }), target: addressOf('figure.moments') },
      'target',
    ],
    [
      'a key that leads nowhere',
      { ...follow({ peak: 1 }), target: addressOf('place.position.x.y') },
      'target',
    ],
    [
      'an item that is gone',
      { ...follow({ peak: '#ffffff' }), target: addressOf('color.stops.color', 'gone') },
      'target',
    ],
  ];
  it.each(broken)('%s: the film is read and drawn, the cord kept', (_name, cord, problem) => {
    const film = parseFilm(structuredClone(filmWith(cord)));
    expect(problemOf(film, film.cords[0]!)).toBe(problem);
    expect(film.cords).toHaveLength(1);
    expect(layerAt(film, peak)).toBe(film.layers[0]);
    expect(usedFollowers(film)).toEqual([]);
  });

  it('a source of a newer version is kept and named', () => {
    const film = structuredClone(filmWith(follow({ peak: 1 })));
    (film.cords[0] as { source: object }).source = { kind: 'tide', height: 3 };
    const read = readFilm(film);
    expect(read.warnings.join()).toContain('tide');
    expect(read.film.cords[0]!.source).toEqual({ kind: 'tide', height: 3 });
  });

  it('a value that could be none is refused, naming the field', () =>
    expect(() => parseFilm(structuredClone(filmWith(follow({ peak: { x: 1 } }))))).toThrow(
      /cords\[0\]\.source\.peak/,
    ));

  it('a thousand of them are read and drawn', () => {
    const film = filmWith(...Array.from({ length: 1000 }, () => follow({ how: 'by', peak: 0.1 })));
    expect(reachAt(parseFilm(film), peak)).toBeCloseTo(own + 100, 6);
  });
});

describe('what cords need of the sound', () => {
  it('are the followers that something moves with, and no others', () => {
    const film = filmWith(follow({ peak: 1 }));
    film.followers.push({ ...film.followers[0]!, id: 'other' });
    expect(usedFollowers(film)).toEqual(['kick']);
    expect(usedFollowers(filmWith(follow({ peak: 1 }, { on: false })))).toEqual([]);
  });

  it('is one analysis of as many bands as there are parts, where each listens to its own slice', () => {
    const spread = { by: 'same', from: 1, to: 1, seed: 1, peaks: [], delay: 0, slices: true } as const;
    const film = filmWith({ ...follow({ peak: 1 }), spread: { ...spread, peaks: [] } });
    (film.layers[0] as FigureLayer).copies = { ...(film.layers[0] as FigureLayer).copies, count: 5 };
    expect(sliceEars(film)).toMatchObject([{ bands: 5, fromHz: 40, toHz: 120, scale: 'log' }]);
  });
});

describe('a cord that spreads', () => {
  const spreadOf = (part: object) =>
    ({ by: 'even', from: 1, to: 0, seed: 1, peaks: [], delay: 0, slices: false, ...part }) as Cord['spread'];
  const parts = (spread: Cord['spread'], t = peak) =>
    resolveFilm(filmWith(follow({ how: 'by', peak: 10 }, { spread })), hits, t)
      .parts('layer-1', 'figure.reach', 5)!
      .map((value) => Math.round(10 * (value - own)) / 10);

  it('goes evenly from one part to the last', () =>
    expect(parts(spreadOf({}))).toEqual([10, 7.5, 5, 2.5, 0]));
  it('is set by hand, again from the first', () =>
    expect(parts(spreadOf({ by: 'hand', peaks: [1, 0.5] }))).toEqual([10, 5, 10, 5, 10]));
  it('is seeded at random, another seed differs', () => {
    const one = parts(spreadOf({ by: 'random' }));
    expect(new Set(one).size).toBeGreaterThan(3);
    expect(parts(spreadOf({ by: 'random' }))).toEqual(one);
    expect(parts(spreadOf({ by: 'random', seed: 2 }))).not.toEqual(one);
  });
  it('reaches each part later than the one before', () =>
    expect(parts(spreadOf({ by: 'same', delay: 0.5 }), 3.2)).toEqual([10, 10, 10, 0, 0]));
});

describe('the properties that can move', () => {
  it('of a figure are those of its place, marks, colours and copies, by their keys', () => {
    const film = filmWith();
    const { owner, record } = ownerOf(film, reachAddress)!;
    const keys = movingProperties(record, owner).map(({ key, item }) => (item ? `${key}#${item}` : key));
    for (const key of ['place.opacity', 'figure.reach', 'color.stops.color#low', 'copies.scale', 'visible'])
      expect(keys).toContain(key);
    for (const key of ['ear', 'path', 'figure.kind', 'locked', 'group']) expect(keys).not.toContain(key);
  });
});
