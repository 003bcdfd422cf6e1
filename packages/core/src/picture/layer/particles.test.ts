import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { DrawCache } from '../display/drawCache';
import { cordOf, filmWith, hearingWith, tableOf } from '../../film/drive/testFilm';
import type { Cord } from '../../film/drive/cord';
import { newLayer } from '../../film/document/defaults';
import { spanStandard } from '../../sound/timing/fades';
import type { Hearing } from '../../sound/hearing/hearing';
import { maxAlive } from '../particle/births';
import { positionAt } from '../particle/motion';
import { hd } from '../../testing';
import { particlesAt } from '../particle/alive';
import type { ParticlesLayer } from './particlesRecord';
import { particlesLayer } from './particles';

const plain = {
  lifeVariation: 0,
  speedVariation: 0,
  sizeVariation: 0,
  turbulence: 0,
  drag: 0,
  depth: 0,
} as const;

const particles = (part: Partial<ParticlesLayer> = {}): ParticlesLayer =>
  newLayer('particles', hd, { id: 'p', name: 'P', ...plain, ...part });

const moves = (key: string, source: object): Cord =>
  cordOf({ list: 'layers', id: 'p', key, item: '' }, 'follower', { follower: 'kick', ...source });

const ramp = hearingWith({ kick: tableOf([0, 1, 1, 0], 1, [1, 2.5]) });

function momentAt(layer: ParticlesLayer, t: number, cords: Cord[] = [], hearing: Hearing = ramp) {
  const film = { ...filmWith(...cords), ...hd, layers: [layer] };
  return momentOf(film, hearing, t, { cache: new DrawCache() });
}
const aliveAt = (layer: ParticlesLayer, t: number, cords: Cord[] = [], hearing: Hearing = ramp) => {
  const moment = momentAt(layer, t, cords, hearing);
  return particlesAt(moment.layer('p') as ParticlesLayer, moment);
};

describe('births', () => {
  it('are as many as rate times life, once the first have died; from the first frame on', () => {
    for (const t of [0, 0.5, 3, 7.77])
      expect(Math.abs(aliveAt(particles({ rate: 50, life: 2 }), t).length - 100)).toBeLessThanOrEqual(1);
  });

  it('begin empty at the start of their layer, or of their section, where that is asked for', () => {
    const full = particles({ rate: 50, life: 2, span: { ...spanStandard, from: 3, to: 9 } });
    const empty = { ...full, empty: true };
    expect(Math.abs(aliveAt(full, 3).length - 100)).toBeLessThanOrEqual(1);
    for (const [t, alive] of [
      [3, 0],
      [3.5, 25],
      [4, 50],
      [6, 100],
    ] as const)
      expect(Math.abs(aliveAt(empty, t).length - alive)).toBeLessThanOrEqual(1);
    // What is alive is the same as without it: nothing is born at another time.
    const born = aliveAt(empty, 3.5).map(({ index }) => index);
    expect(aliveAt(full, 3.5).map(({ index }) => index)).toEqual(expect.arrayContaining(born));
    const sectioned = { ...empty, span: spanStandard, sections: ['verse'] };
    const film = { ...filmWith(), ...hd, layers: [sectioned] };
    film.sections = [
      { id: 'intro', name: 'Intro', from: 0 },
      { id: 'verse', name: 'Verse', from: 5 },
    ];
    const moment = momentOf(film, { ...ramp, end: 60 }, 5.5, { cache: new DrawCache() });
    expect(Math.abs(particlesAt(sectioned, moment).length - 25)).toBeLessThanOrEqual(1);
  });

  it('of a rate that follows the sound are its integral', () => {
    // The follower rises from 0 to 1 in the first second, stays for another, and falls in the third.
    const cord = moves('rate', { how: 'to', rest: 0, peak: 100 });
    const layer = particles({ rate: 0, life: 30 });
    const integral = (t: number) =>
      t <= 1 ? 50 * t * t : t <= 2 ? 50 + 100 * (t - 1) : 150 + 100 * (t - 2) - 50 * (t - 2) ** 2;
    for (const t of [0.4, 1, 1.5, 2.2, 3])
      expect(Math.abs(aliveAt(layer, t, [cord]).length - integral(t))).toBeLessThanOrEqual(1.2);
  });

  it('are at the moment at which the integral passes the number of the particle', () => {
    const layer = particles({
      rate: 10,
      life: 5,
      source: 'point',
      position: { x: 0, y: 0 },
      speed: 100,
      spread: 0,
    });
    const all = aliveAt(layer, 3.25);
    // Particle i is born at i / 10, and has gone 100 a second since.
    for (const { index, y } of all) expect(y).toBeCloseTo(-100 * (3.25 - index / 10), 3);
  });

  it('in bursts are so many at every hit, beat or bar', () => {
    const burst = particles({ rate: 0, bursts: 'hit', follower: 'kick', burst: 7, life: 1 });
    expect(aliveAt(burst, 0.9)).toHaveLength(0);
    expect(aliveAt(burst, 1.2)).toHaveLength(7);
    expect(aliveAt(burst, 2.2)).toHaveLength(0);
    expect(aliveAt(burst, 2.6)).toHaveLength(7);
    // 120 beats a minute: two a second.
    expect(aliveAt({ ...burst, bursts: 'beat' }, 3.3)).toHaveLength(14);
    expect(aliveAt({ ...burst, bursts: 'bar' }, 4.1)).toHaveLength(7);
    expect(aliveAt({ ...burst, follower: 'gone' }, 1.2)).toHaveLength(0);
  });

  it('beyond what may be alive leave out the oldest, and a thousand bursts a second do no harm', () => {
    const all = aliveAt(particles({ rate: 4000, life: 30 }), 5);
    expect(all).toHaveLength(maxAlive);
    expect(Math.max(...all.map(({ age }) => age))).toBeLessThan(0.2);
    const fires = Array.from({ length: 8000 }, (_, i) => i / 1000);
    const hail = hearingWith({ kick: tableOf([0, 1], 1, fires) });
    const storm = particles({ rate: 0, bursts: 'hit', follower: 'kick', burst: 4000, life: 30 });
    expect(aliveAt(storm, 7.9, [], hail).length).toBeLessThanOrEqual(maxAlive);
  });

  it('read what belongs to them then: where, how fast, how long', () => {
    const cord = moves('speed', { how: 'to', rest: 0, peak: 100 });
    const layer = particles({ rate: 10, life: 6, source: 'point', position: { x: 0, y: 0 }, spread: 0 });
    const all = aliveAt(layer, 4, [cord]);
    const bornAt = (time: number) => all.find(({ index }) => index === Math.round(time * 10))!;
    // Born in silence it does not move; born in the middle of a hit it has gone 100 a second since.
    expect(bornAt(3.5).y).toBeCloseTo(0, 1);
    expect(bornAt(1.5).y).toBeCloseTo(-250, 0);
  });
});

describe('a particle', () => {
  it('moves as its equation says: under gravity, against drag', () => {
    const launch = { x: 10, y: 20, z: 0, velocityX: 100, velocityY: -50, velocityZ: 0 };
    const forces = {
      gravity: { x: 0, y: 90 },
      turbulence: 0,
      turbulenceSize: 1,
      turbulenceSpeed: 0,
      seed: 1,
    };
    const free = positionAt(launch, { ...forces, drag: 0 }, 2, 2);
    expect(free).toEqual({ x: 210, y: 20 - 100 + 180, z: 0 });
    // By small steps (Euler), as a check of the closed form.
    const drag = 1.7;
    let [x, y, vx, vy] = [10, 20, 100, -50];
    const step = 1e-5;
    for (let time = 0; time < 2; time += step) {
      [x, y] = [x + vx * step, y + vy * step];
      [vx, vy] = [vx - drag * vx * step, vy + (90 - drag * vy) * step];
    }
    const slowed = positionAt(launch, { ...forces, drag }, 2, 2);
    expect(slowed.x).toBeCloseTo(x, 1);
    expect(slowed.y).toBeCloseTo(y, 1);
  });

  it('is moved by turbulence no farther than its amount, more with age, and smoothly', () => {
    const launch = { x: 0, y: 0, z: 0, velocityX: 0, velocityY: 0, velocityZ: 0 };
    const forces = {
      gravity: { x: 0, y: 0 },
      drag: 0,
      turbulence: 50,
      turbulenceSize: 100,
      turbulenceSpeed: 1,
      seed: 3,
    };
    expect(Math.hypot(positionAt(launch, forces, 0, 5).x, positionAt(launch, forces, 0, 5).y)).toBe(0);
    for (let t = 0; t < 4; t += 0.1) {
      const here = positionAt(launch, forces, t, t);
      const next = positionAt(launch, forces, t + 0.01, t + 0.01);
      expect(Math.max(Math.abs(here.x), Math.abs(here.y))).toBeLessThanOrEqual(50);
      expect(Math.hypot(next.x - here.x, next.y - here.y)).toBeLessThan(3);
    }
  });

  it('is the same alone as in a sequence, and with a cache as without', () => {
    const cord = moves('rate', { how: 'to', rest: 5, peak: 60 });
    const layer = particles({ turbulence: 40, drag: 0.4, spin: 90, twinkle: 0.5 });
    const film = { ...filmWith(cord), ...hd, layers: [layer] };
    const cache = new DrawCache();
    const at = (t: number, own: DrawCache) => {
      const moment = momentOf(film, ramp, t, { cache: own });
      return particlesAt(moment.layer('p') as ParticlesLayer, moment);
    };
    for (let t = 0; t < 3; t += 0.1) at(t, cache);
    expect(at(3.1, cache)).toEqual(at(3.1, new DrawCache()));
    expect(at(1.7, cache)).toEqual(at(1.7, new DrawCache()));
  });

  it('of another seed is another one: places do not hang together', () => {
    const xs = (seed: number) => aliveAt(particles({ rate: 300, life: 2, seed }), 2).map(({ x }) => x - 960);
    const [a, b] = [xs(1), xs(2)];
    const mean = (list: number[]) => list.reduce((sum, value) => sum + value, 0) / list.length;
    const spread = (list: number[]) => Math.sqrt(mean(list.map((value) => value * value)));
    const together = (one: number[], other: number[]) =>
      mean(one.map((value, i) => value * other[i % other.length]!)) / (spread(one) * spread(other));
    expect(Math.abs(together(a, b))).toBeLessThan(0.12);
    // Neither do those of neighbours, nor x and y of one.
    expect(Math.abs(together(a.slice(1), a))).toBeLessThan(0.12);
    const ys = aliveAt(particles({ rate: 300, life: 2, seed: 1 }), 2).map(({ y }) => y - 540);
    expect(Math.abs(together(a, ys))).toBeLessThan(0.12);
    // Even over the whole width: the variance of an even distribution is a twelfth of its square (handbook value).
    expect(spread(a) / (1920 / Math.sqrt(12))).toBeCloseTo(1, 1);
  });

  it('is born on its path, its line, within its ellipse, at the edges', () => {
    const still = { speed: 0, rate: 200, life: 1 } as const;
    for (const { x, y } of aliveAt(
      particles({ ...still, source: 'line', position: { x: 0, y: 0 }, end: { x: 100, y: 50 } }),
      2,
    ))
      expect(y).toBeCloseTo(x / 2, 6);
    for (const { x, y } of aliveAt(particles({ ...still, form: 'round', width: 400, height: 200 }), 2))
      expect(((x - 960) / 200) ** 2 + ((y - 540) / 100) ** 2).toBeLessThanOrEqual(1);
    const edge = aliveAt(particles({ ...still, source: 'edge', side: 'all' }), 2);
    for (const { x, y } of edge)
      expect([0, 1920].includes(Math.round(x)) || [0, 1080].includes(Math.round(y))).toBe(true);
    const moment = momentAt(particles({ ...still, source: 'path', path: null }), 2);
    expect(particlesLayer.content(moment.layer('p') as ParticlesLayer, moment).operations).toEqual([]);
  });

  it('appears, vanishes, grows, and comes nearer', () => {
    const layer = particles({ rate: 1, life: 10, appear: 0.2, vanish: 0.3, opacity: 1, growth: 3, size: 10 });
    const one = aliveAt(layer, 20).find(({ age }) => Math.abs(age - 0.1) < 1e-6)!;
    expect(one.opacity).toBeCloseTo(0.5, 6);
    expect(one.size).toBeCloseTo(12, 6);
    expect(aliveAt(layer, 20).find(({ age }) => Math.abs(age - 0.7) < 1e-6)!.opacity).toBeCloseTo(1, 6);
    expect(aliveAt(layer, 20).find(({ age }) => Math.abs(age - 0.85) < 1e-3)?.opacity ?? 0.5).toBeCloseTo(
      0.5,
      1,
    );
    // Nearer by half of the viewer's distance it is twice as large, and twice as far from the middle.
    const near = particles({
      ...{ source: 'point', position: { x: 1060, y: 540 }, speed: 0, rate: 10, life: 5, approach: 480 },
    } as const);
    const closer = aliveAt({ ...near, growth: 1, size: 10 }, 4).find(({ index }) => index === 20)!;
    expect(closer.x).toBeCloseTo(1160, 6);
    expect(closer.size).toBeCloseTo(20, 6);
  });
});
