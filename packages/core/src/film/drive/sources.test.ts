import { describe, expect, it } from 'vitest';
import type { Film } from '../document/film';
import type { FigureLayer } from '../../picture/layer/figure';
import type { Hearing } from '../../sound/hearing/hearing';
import { layeredNoise, seeded, valueNoise } from '../../contract/math/noise';
import { countAt, followerIntegral } from '../../sound/follower/signals';
import { resolveFilm } from './resolveFilm';
import { cordOf, filmWith, hearingWith, addressOf, reachAddress, tableOf } from './testFilm';

const uneven = tableOf(
  Array.from({ length: 81 }, (_, i) => (Math.sin(i * 1.7) + 1) / 2),
  10,
  [0.5, 1.25, 3, 6.2],
);
const hearing = hearingWith({ kick: uneven });
const at = (film: Film, t: number, heard: Hearing = hearing) => {
  const layer = resolveFilm(film, heard, t).layer('layer-1') as FigureLayer;
  return (layer.figure as { reach: number }).reach;
};
const own = at(filmWith(), 0);
const moving = (kind: 'wander' | 'swing' | 'turn' | 'flicker', source: object) =>
  filmWith(cordOf(reachAddress, kind, source));
const times = Array.from({ length: 1600 }, (_, i) => i / 200);

describe('what is integrated over the song', () => {
  it('is what numerical quadrature of the follower gives', () => {
    const film = filmWith();
    const step = 1e-4;
    let sum = 0;
    for (let n = 0; n < 60000; n++) {
      if (n % 7001 === 0) expect(followerIntegral(film, hearing, 'kick', n * step)).toBeCloseTo(sum, 4);
      sum += hearing.followerAt('kick', (n + 0.5) * step)! * step;
    }
  });

  it('goes on before the song and after it', () => {
    const film = filmWith();
    const last = uneven.values.at(-1)!;
    const whole = followerIntegral(film, hearing, 'kick', 8)!;
    expect(followerIntegral(film, hearing, 'kick', 10)).toBeCloseTo(whole + 2 * last, 5);
    expect(followerIntegral(film, hearing, 'kick', -1)).toBeCloseTo(-uneven.values[0]!, 5);
  });

  it('of a beat’s phase is that of a ramp, whatever its curve', () => {
    const film = filmWith();
    film.followers[0] = { ...film.followers[0]!, kind: 'beat', curve: 3 };
    // 120 beats a minute: each of half a second holds 0.5 / 4.
    expect(followerIntegral(film, hearing, 'kick', 2)).toBeCloseTo((4 * 0.5) / 4, 9);
    expect(followerIntegral(film, hearing, 'kick', 0.25)).toBeCloseTo((0.5 * 0.5 ** 4) / 4, 9);
  });

  it('drives a turn so that its speed is the follower’s', () => {
    const film = moving('turn', { amount: 30, speedBy: 'kick' });
    expect(at(film, 4) - own).toBeCloseTo(30 * followerIntegral(film, hearing, 'kick', 4)!, 6);
  });
});

describe('motions by themselves', () => {
  it('wander is smooth, stays within its amount, and another seed goes another way', () => {
    const film = moving('wander', { amount: 20, speed: 2, detail: 3, seed: 5 });
    const course = times.map((t) => at(film, t));
    expect(Math.max(...course.map((value) => Math.abs(value - own)))).toBeLessThanOrEqual(20);
    expect(Math.max(...course) - Math.min(...course)).toBeGreaterThan(10);
    // The steepest that smooth noise of 3 layers can be: 2 * 15 / 8 a period in each, over the sum of their heights.
    const steepest = (20 * 2 * 2 * (15 / 8) * 3) / 1.75;
    course
      .slice(1)
      .forEach((value, i) => expect(Math.abs(value - course[i]!)).toBeLessThanOrEqual(steepest / 200 + 1e-9));
    const other = moving('wander', { amount: 20, speed: 2, detail: 3, seed: 6 });
    expect(times.map((t) => at(other, t))).not.toEqual(course);
  });

  it('turn is steady, in each second or each beat', () => {
    expect(at(moving('turn', { amount: 10 }), 3)).toBeCloseTo(own + 30, 9);
    expect(at(moving('turn', { amount: 10, per: 'beat' }), 3)).toBeCloseTo(own + 60, 9);
  });

  it.each([
    ['sine', [0, 1, 0, -1]],
    ['triangle', [0, 1, 0, -1]],
    ['square', [1, 1, -1, -1]],
    ['saw', [-1, -0.5, 0, 0.5]],
  ])('a %s swings so at its quarters', (wave, expected) => {
    const film = moving('swing', { amount: 8, period: 4, wave });
    [0, 1, 2, 3].forEach((t, i) => expect(at(film, t)).toBeCloseTo(own + 8 * expected[i]!, 9));
  });

  it('a swing in beats keeps to them, and begins where its phase says', () => {
    expect(at(moving('swing', { amount: 8, period: 2, per: 'beat' }), 0.25)).toBeCloseTo(own + 8, 9);
    expect(at(moving('swing', { amount: 8, period: 4, phase: 0.25 }), 0)).toBeCloseTo(own + 8, 9);
  });

  it('flicker holds each value, so many times a second', () => {
    const film = moving('flicker', { amount: 10, rate: 4 });
    const course = times.map((t) => at(film, t));
    const changes = course.slice(1).filter((value, i) => value !== course[i]).length;
    expect(changes).toBe(31);
    expect(new Set(course).size).toBe(32);
  });

  it('flicker at every hit changes there, and eased it is continuous', () => {
    const film = moving('flicker', { amount: 10, at: 'hit', follower: 'kick' });
    expect(new Set(times.map((t) => at(film, t))).size).toBe(5);
    expect(at(film, 1.2)).toBe(at(film, 0.5));
    expect(at(film, 1.26)).not.toBe(at(film, 1.2));
    const eased = moving('flicker', { amount: 10, rate: 4, between: 'ease', easeTime: 0.2 });
    const course = times.map((t) => at(eased, t));
    course.slice(1).forEach((value, i) => expect(Math.abs(value - course[i]!)).toBeLessThan(1));
  });

  it('are as large as a follower says', () => {
    const film = moving('swing', { amount: 8, period: 4, amountBy: 'kick' });
    expect(at(film, 1)).toBeCloseTo(own + 8 * hearing.followerAt('kick', 1)!, 6);
  });
});

describe('steps', () => {
  const colours = ['#ff0000', '#00ff00', '#0000ff'];
  const film = (source: object) =>
    filmWith(cordOf(addressOf('color.stops.color', 'low'), 'steps', { values: colours, ...source }));
  const colourAt = (source: object, t: number) =>
    (resolveFilm(film(source), hearing, t).layer('layer-1') as FigureLayer).color.stops[0]!.color;

  it('go on at every beat, every other bar, or every hit', () => {
    expect([0, 0.49, 0.5, 1, 1.5].map((t) => colourAt({}, t))).toEqual([
      ...[0, 0, 1, 2, 0].map((i) => colours[i]),
    ]);
    expect([0, 3.9, 4, 7.9].map((t) => colourAt({ at: 'bar', every: 2 }, t))).toEqual(
      [0, 0, 1, 1].map((i) => colours[i]),
    );
    expect([0.4, 0.6, 1.3, 3.5, 7].map((t) => colourAt({ at: 'hit', follower: 'kick' }, t))).toEqual(
      [0, 1, 2, 0, 1].map((i) => colours[i]),
    );
  });

  it('at random are never the same twice in a row', () => {
    const course = Array.from({ length: 100 }, (_, beat) =>
      colourAt({ order: 'random', seed: 3 }, beat / 2 + 0.1),
    );
    course.slice(1).forEach((value, i) => expect(value).not.toBe(course[i]));
    expect(new Set(course).size).toBe(3);
  });
});

describe('keyframes and sections', () => {
  const key = (time: number, value: number, easing = 'linear') => ({ id: `k${time}`, time, value, easing });
  it('hold before the first and after the last, whatever their order in the film', () => {
    const film = filmWith(cordOf(reachAddress, 'keyframes', { keys: [key(3, 300), key(1, 100)] }));
    expect([0, 1, 2, 3, 7].map((t) => at(film, t))).toEqual([100, 100, 200, 300, 300]);
  });

  it('in beats, and as shares of a section, keep their place in another song', () => {
    const sections = [
      { id: 's1', name: 'Intro', from: 0 },
      { id: 's2', name: 'Drop', from: 4 },
    ];
    const beats = filmWith(
      cordOf(reachAddress, 'keyframes', { timeBase: 'beats', keys: [key(0, 0), key(8, 80)] }),
    );
    expect(at(beats, 2)).toBeCloseTo(40, 9);
    const share = {
      ...filmWith(
        cordOf(reachAddress, 'keyframes', {
          timeBase: 'section',
          section: 's2',
          keys: [key(0, 0), key(1, 100)],
        }),
      ),
      sections,
    };
    expect(at(share, 6)).toBeCloseTo(50, 9);
    const gone = { ...share, sections: [sections[0]!] };
    expect(at(gone, 6)).toBe(own);
  });

  it('a section sets a value of its own; in the others the property keeps its own', () => {
    const film = {
      ...filmWith(cordOf(reachAddress, 'sections', { values: [{ id: 'v', section: 's2', value: 77 }] })),
      sections: [
        { id: 's1', name: 'Intro', from: 0 },
        { id: 's2', name: 'Drop', from: 4 },
      ],
    };
    expect([3.99, 4, 7].map((t) => at(film, t))).toEqual([own, 77, 77]);
  });
});

describe('what is counted', () => {
  it('are beats, bars and hits, with the moment of the last one', () => {
    const film = filmWith();
    expect(countAt(film, hearing, 'beat', null, 1.3)).toEqual({ count: 2, since: 1 });
    expect(countAt(film, hearing, 'bar', null, 5)).toEqual({ count: 2, since: 4 });
    expect(countAt(film, hearing, 'hit', 'kick', 2)).toEqual({ count: 2, since: 1.25 });
  });
});

describe('noise', () => {
  it('from seeds is evenly spread, and does not repeat from one index or seed to the next', () => {
    const values = Array.from({ length: 20000 }, (_, i) => seeded(4, i));
    const bins = new Array<number>(10).fill(0);
    values.forEach((value) => bins[Math.floor(value * 10)]!++);
    // 2,000 in each, with a standard deviation of 42: five of them.
    bins.forEach((count) => expect(Math.abs(count - 2000)).toBeLessThan(212));
    const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
    const next = values.slice(1).reduce((sum, value, i) => sum + (value - mean) * (values[i]! - mean), 0);
    const all = values.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    expect(Math.abs(next / all)).toBeLessThan(0.03);
    expect(values.filter((value, i) => value === seeded(5, i)).length).toBeLessThan(3);
  });

  it('has kept its values: films look as they did', () => {
    expect([seeded(0, 0), seeded(1, 0), seeded(1, 1), seeded(1, -1)].map((value) => value.toFixed(9)))
      .toMatchInlineSnapshot(`
      [
        "0.966857675",
        "0.693340329",
        "0.022090717",
        "0.528961700",
      ]
    `);
  });

  it('is smooth and within 1', () => {
    for (let x = -3; x < 3; x += 0.01) {
      expect(Math.abs(layeredNoise(2, x, 4))).toBeLessThanOrEqual(1);
      expect(Math.abs(valueNoise(2, x + 0.001) - valueNoise(2, x))).toBeLessThan(0.005);
    }
  });
});
