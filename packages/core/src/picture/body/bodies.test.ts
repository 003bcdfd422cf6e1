import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { DrawCache } from '../display/drawCache';
import { defaultFilm, newLayer } from '../../film/document/defaults';
import type { Film } from '../../film/document/film';
import { parseFilm } from '../../film/document/parse';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import { sceneAt, type DepthLayer } from '../layer/depth';
import { lookBack } from '../../film/document/layerGraph';
import { noAssets } from '../display/moment';
import { rasterise } from '../scene/rasterise';
import type { BodyShape } from '../scene/dress';
import { hd } from '../../testing';
import { usualTypeface, type Typeface } from '../typeface/typeface';
import { cordOf } from '../../film/drive/testFilm';
import type { BodyContext } from './bodyKind';
import { stageMatrix } from './bodyKind';
import { fibonacciPoints } from './fibonacci';
import { directionOf, divisionsFor, globe, reaction, regionShare } from './globe';
import { geodesicSphere } from './geodesicSphere';
import { bodyKinds, type BodyKindName } from './registry';
import { addMark, ShapeBuilder, type MarkForm } from './shapes';
import { areasOf, extrude, extrusion } from './extrusion';
import { rowsAt, smoothed, terrain } from './terrain';

const bands = 16;
const rate = 50;
/** Levels that tell their moment and their band. */
const levelOf = (t: number, band: number) => 0.5 + 0.5 * Math.sin(3 * t + band);
const levels = Float32Array.from({ length: 20 * rate * bands }, (_, i) =>
  levelOf(Math.floor(i / bands) / rate, i % bands),
);
const hearing = new TableHearing({
  ...emptyTables(),
  ears: new Map([['ear-1', { bands, rate, first: 0, levels }]]),
});

/** Letters that are squares with a square hole. */
const blocks: Typeface = {
  ascent: 1,
  descent: 0,
  line: (text) => ({
    width: text.length,
    letters: [...text].map((_, i) => ({
      outlines: [
        Float32Array.of(0, 0, 0.8, 0, 0.8, -0.8, 0, -0.8),
        Float32Array.of(0.2, -0.2, 0.2, -0.6, 0.6, -0.6, 0.6, -0.2),
      ],
      x: i,
      advance: 1,
      blank: false,
    })),
  }),
};
const assets = { ...noAssets, typefaces: new Map([[usualTypeface, blocks]]) };

const bodyOf = (kind: BodyKindName, part: object = {}) => {
  const body = { ...bodyKinds[kind].defaults(hd), id: 'body' };
  return { ...body, ...('ear' in body ? { ear: 'ear-1' } : {}), ...part };
};
function filmOf(...bodies: object[]): Film {
  const film = defaultFilm('x');
  film.ears[0]!.bands = bands;
  film.layers = [
    newLayer('depth', film, { id: 'stage', name: 'Stage', bodies } as never) as Film['layers'][0],
  ];
  return film;
}
const momentAt = (film: Film, t: number) => momentOf(film, hearing, t, { cache: new DrawCache(), assets });
const contextAt = (film: Film, t: number): BodyContext => {
  const moment = momentAt(film, t);
  return { moment, film, size: film, parts: () => undefined, moves: () => false };
};
const sceneOf = (film: Film, t: number) =>
  sceneAt(momentAt(film, t).layer('stage') as DepthLayer, momentAt(film, t));

/** What faces enclose, by the theorem of Gauss; positive where they all face outwards. */
function volume({ positions: p, faces }: Pick<BodyShape, 'positions' | 'faces'>): number {
  let sum = 0;
  for (let i = 0; i < faces.length; i += 3) {
    const [a, b, c] = [3 * faces[i]!, 3 * faces[i + 1]!, 3 * faces[i + 2]!];
    sum +=
      p[a]! * (p[b + 1]! * p[c + 2]! - p[b + 2]! * p[c + 1]!) +
      p[a + 1]! * (p[b + 2]! * p[c]! - p[b]! * p[c + 2]!) +
      p[a + 2]! * (p[b]! * p[c + 1]! - p[b + 1]! * p[c]!);
  }
  return sum / 6;
}

describe('a geodesic sphere', () => {
  it('has the corners and faces of its divisions, all at distance 1, facing outwards', () => {
    for (const divisions of [0, 1, 2, 3]) {
      const { positions, faces } = geodesicSphere(divisions);
      expect(positions.length / 3).toBe(10 * 4 ** divisions + 2);
      expect(faces.length / 3).toBe(20 * 4 ** divisions);
      for (let i = 0; i < positions.length; i += 3)
        expect(Math.hypot(positions[i]!, positions[i + 1]!, positions[i + 2]!)).toBeCloseTo(1, 6);
    }
    // The icosahedron's volume at radius 1 (H. S. M. Coxeter): 2.53615.
    expect(volume(geodesicSphere(0))).toBeCloseTo(2.53615, 4);
    expect(volume(geodesicSphere(4))).toBeCloseTo((4 / 3) * Math.PI, 1);
  });
  it('is divided as often as comes nearest to a number of corners', () =>
    expect([12, 40, 160, 700, 9000].map(divisionsFor)).toEqual([0, 1, 2, 3, 5]));
});

describe('points of a Fibonacci lattice', () => {
  it('are evenly spread: their nearest neighbours are about equally far away', () => {
    const count = 500;
    const points = fibonacciPoints(count);
    const nearest = points.map((a, i) =>
      points.reduce(
        (min, b, j) => (i === j ? min : Math.min(min, Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]))),
        9,
      ),
    );
    // Each has its equal share of the sphere: on a hexagonal lattice neighbours would be 3.81 / sqrt(n) apart.
    const ideal = Math.sqrt((8 * Math.PI) / (Math.sqrt(3) * count));
    for (const distance of nearest) {
      expect(distance).toBeGreaterThan(0.75 * ideal);
      expect(distance).toBeLessThan(1.1 * ideal);
    }
    const sum = [0, 1, 2].map((axis) => points.reduce((all, point) => all + point[axis]!, 0) / count);
    for (const mean of sum) expect(Math.abs(mean)).toBeLessThan(0.01);
  });
});

describe('marks', () => {
  const made = (form: MarkForm, bevel = 0, up: [number, number, number] = [0, 1, 0]) => {
    const shape = new ShapeBuilder();
    addMark(shape, form, { foot: [3, -2, 5], up, length: 10, width: 2, level: 1, band: 0, height: 1 }, bevel);
    return shape.build();
  };
  it('enclose what they should, facing outwards, in every direction', () => {
    for (const up of [
      [0, 1, 0],
      [1, 0, 0],
      [0, 0, -1],
      [0.6, 0, 0.8],
    ] as [number, number, number][]) {
      expect(volume(made('box', 0, up))).toBeCloseTo(40, 3);
      // A pyramid: a third of its base, a square whose diagonal is the width, times its height.
      expect(volume(made('spike', 0, up))).toBeCloseTo(20 / 3, 3);
      expect(volume(made('ball', 0, up)) / ((4 / 3) * Math.PI)).toBeGreaterThan(0.75);
      expect(volume(made('rod', 0, up))).toBeGreaterThan(25);
    }
  });
  it('lose with a bevel what a frustum has less', () => {
    // A frustum instead of a box, half of the width high: h / 3 (A + sqrt(A a) + a).
    const [cut, base, top] = [0.4, 4, (2 - 0.8) ** 2];
    const frustum = (cut / 3) * (base + Math.sqrt(base * top) + top);
    expect(volume(made('box', 0.4))).toBeCloseTo(4 * (10 - cut) + frustum, 3);
  });
});

describe('an extrusion', () => {
  const square = Float32Array.of(0, 0, 10, 0, 10, 10, 0, 10);
  const hole = Float32Array.of(2, 2, 2, 6, 6, 6, 6, 2);
  const made = (rings: Float32Array[], depth: number, bevel: number) => {
    const shape = new ShapeBuilder();
    extrude(shape, rings, { depth, bevel, place: (x, y, z) => [x, -y, z], shares: { level: 0, band: 0 } });
    return shape.build();
  };
  it('has the volume of its area times its depth, whichever way its outlines go', () => {
    expect(volume(made([square], 5, 0))).toBeCloseTo(500, 3);
    expect(volume(made([square, hole], 5, 0))).toBeCloseTo((100 - 16) * 5, 3);
    const turned = (line: Float32Array) =>
      Float32Array.of(line[6]!, line[7]!, line[4]!, line[5]!, line[2]!, line[3]!, line[0]!, line[1]!);
    expect(volume(made([turned(square), turned(hole)], 5, 0))).toBeCloseTo(420, 3);
  });
  it('loses with a bevel the frustum around its front, and around its holes', () => {
    const frustum = (a: number, b: number) => (1 / 3) * (a + Math.sqrt(a * b) + b);
    expect(volume(made([square], 5, 1))).toBeCloseTo(400 + frustum(100, 64), 3);
    // The hole grows towards the front.
    expect(volume(made([square, hole], 5, 1))).toBeCloseTo(
      400 + frustum(100, 64) - (64 + frustum(16, 36)),
      3,
    );
  });
  it('finds which outlines are holes, and whose', () => {
    const island = square.map((value) => value / 10 + 3);
    const areas = areasOf([square, hole, island.map((value) => value + 20)]);
    expect(areas.map((rings) => rings.length)).toEqual([2, 1]);
  });
  it('of letters is closed, and each rises by its own amount', () => {
    const film = filmOf(bodyOf('extrusion', { text: 'AB', rise: 100, growth: 0, ear: null }));
    const context = { ...contextAt(film, 1), parts: () => [0, 50] };
    const [shape] = extrusion.shapes(film.layers[0]!['bodies' as never][0], context);
    expect(volume(shape!)).toBeGreaterThan(0);
    const half = shape!.positions.length / 2;
    const lowest = (from: number, to: number) =>
      Math.min(...Array.from(shape!.positions.slice(from, to)).filter((_, i) => i % 3 === 1));
    expect(lowest(half, 2 * half) - lowest(0, half)).toBeCloseTo(50, 3);
  });
});

describe('terrain', () => {
  const film = filmOf(bodyOf('terrain', { interval: 0.1, rows: 10, smoothBands: 0, smoothRows: 0 }));
  const body = film.layers[0]!['bodies' as never][0] as Parameters<typeof rowsAt>[0];

  /** The highest level of a band in the interval before a moment, by many steps. */
  const highest = (t: number, band: number) =>
    Math.max(...Array.from({ length: 101 }, (_, i) => hearing.levelsAt('ear-1', t - i * 0.001)![band]!));

  it('has in row k the highest levels of the interval before k intervals, and lets it travel', () => {
    for (const t of [5, 5.02, 5.04, 5.0999]) {
      const rows = rowsAt(body, contextAt(film, t));
      rows.slice(1, -1).forEach(({ position, levels: row }, k) => {
        row.forEach((value, band) => expect(value).toBeCloseTo(highest(5 - k * 0.1, band), 5));
        expect(position).toBeCloseTo(k + (t - 5) / 0.1, 9);
      });
    }
  });

  it('begins with the present, ends where its rows do, and does not jump from one row to the next', () => {
    const rows = rowsAt(body, contextAt(film, 5.06));
    expect(rows[0]!.position).toBe(0);
    rows[0]!.levels.forEach((value, band) => expect(value).toBeCloseTo(highest(5.06, band), 5));
    expect(rows.at(-1)!.position).toBe(10);
    const edge = (t: number) => rowsAt(body, contextAt(film, t)).at(-1)!.levels[3]!;
    expect(Math.abs(edge(5.0999999) - edge(5.1))).toBeLessThan(1e-4);
    const present = (t: number) => rowsAt(body, contextAt(film, t))[0]!.levels[3]!;
    expect(Math.abs(present(5.0999999) - present(5.1000001))).toBeLessThan(1e-4);
  });

  it('loses no click between its rows', () => {
    const clicks = [1.01, 1.085, 1.16, 1.22];
    const table = new Float32Array(2 * 240 * bands);
    for (const at of clicks) table.fill(1, Math.round(at * 240) * bands, (Math.round(at * 240) + 2) * bands);
    const clicking = new TableHearing({
      ...emptyTables(),
      ears: new Map([['ear-1', { bands, rate: 240, first: 0, levels: table }]]),
    });
    const close = { ...body, interval: 0.06, rows: 12 };
    const moment = momentOf(film, clicking, 1.3, { cache: new DrawCache(), assets });
    const rows = rowsAt(close, { ...contextAt(film, 1.3), moment }).slice(1, -1);
    expect(rows.filter(({ levels }) => levels[0] === 1)).toHaveLength(clicks.length);
  });

  it('is flat before the song', () => {
    const rows = rowsAt(body, contextAt(film, 0.25));
    expect([...rows[5]!.levels]).toEqual(Array.from({ length: bands }, () => 0));
  });

  it('looks back as far as its rows go', () => expect(lookBack(film)).toBeGreaterThanOrEqual(1.1));

  it('alone is the same as in sequence', () => {
    const picture = (of: Film, t: number) => JSON.stringify(sceneOf(of, t));
    for (let frame = 190; frame < 200; frame++) picture(film, (frame + 0.5) / 60);
    const inSequence = picture(film, 200.5 / 60);
    expect(picture(structuredClone(film), 200.5 / 60)).toBe(inSequence);
    expect(picture(film, 201.5 / 60)).not.toBe(inSequence);
  });

  it.each(['straight', 'path', 'outward', 'inward'] as const)('laid out %s faces upwards', (layout) => {
    for (const travel of ['away', 'towards'] as const) {
      const own = filmOf(bodyOf('terrain', { layout, travel, height: 0, path: 'path-1' }));
      const [shape] = terrain.shapes(own.layers[0]!['bodies' as never][0], contextAt(own, 5));
      const { positions: p, faces } = shape!;
      let up = 0;
      for (let i = 0; i < faces.length; i += 3) {
        const [a, b, c] = [3 * faces[i]!, 3 * faces[i + 1]!, 3 * faces[i + 2]!];
        up += (p[b + 2]! - p[a + 2]!) * (p[c]! - p[a]!) - (p[b]! - p[a]!) * (p[c + 2]! - p[a + 2]!);
      }
      // Along a path across it may go either way: it depends on the path's direction.
      if (layout !== 'path') expect(up, travel).toBeGreaterThan(0);
    }
  });

  it('is smoothed by weights that add up to one', () => {
    const even = smoothed(new Float32Array(9).fill(0.4), 3);
    for (const value of even) expect(value).toBeCloseTo(0.4, 6);
    const peak = smoothed(Float32Array.of(0, 0, 1, 0, 0), 1);
    // 1/2, 1, 1/2 over 2, by hand.
    expect([...peak].map((value) => Math.round(100 * value))).toEqual([0, 25, 50, 25, 0]);
  });
});

describe('a relief', () => {
  const heightsOf = (part: object, moving = false) => {
    const film = filmOf(bodyOf('relief', { height: 80, ...part }));
    const context = { ...contextAt(film, 0), moves: (key: string) => moving && key === 'drift' };
    const [shape] = bodyKinds.relief.shapes(film.layers[0]!['bodies' as never][0], context);
    return shape!.positions.filter((_, i) => i % 3 === 1);
  };
  const spanOf = (heights: Float32Array) =>
    heights.reduce((a, b) => Math.max(a, b)) - heights.reduce((a, b) => Math.min(a, b));

  it('spans its height from its lowest to its highest place, whatever its noise', () => {
    for (const form of ['plane', 'disc'])
      for (const layers of [1, 3, 6])
        for (const sharpness of [0, 0.3, 1])
          for (const seed of [1, 12])
            expect(spanOf(heightsOf({ form, layers, sharpness, seed }))).toBeCloseTo(80, 3);
  });

  it('spans about as much while it flows, and does not breathe', () => {
    const wide = { width: 4000, length: 4000, detail: 110, grain: 160 };
    for (const layers of [1, 3, 6])
      for (const sharpness of [0, 0.3, 0.5, 1])
        expect(Math.abs(spanOf(heightsOf({ ...wide, layers, sharpness }, true)) - 80)).toBeLessThan(16);
    // What has moved by a whole row is as high as it was.
    const [before, after] = [heightsOf(wide, true), heightsOf({ ...wide, drift: 4000 / 110 }, true)];
    for (let i = 0; i < 111 * 110; i++) expect(after[i]!).toBeCloseTo(before[i + 111]!, 3);
  });
});

describe('an array in a spiral', () => {
  it('ends at its radius, whatever its count and spacing', () => {
    for (const part of [{}, { count: 7 }, { count: 500, spacing: 90 }, { count: 1 }]) {
      const film = filmOf(bodyOf('array', { layout: 'spiral', radius: 80, width: 0.001, ...part }));
      const [shape] = bodyKinds.array.shapes(film.layers[0]!['bodies' as never][0], contextAt(film, 0));
      const { positions } = shape!;
      let farthest = 0;
      for (let i = 0; i < positions.length; i += 3)
        farthest = Math.max(farthest, Math.hypot(positions[i]!, positions[i + 2]!));
      expect(farthest).toBeCloseTo(80, 2);
    }
  });
});

describe('regions of a globe', () => {
  const region = {
    longitude: 0,
    latitude: 0,
    size: 30,
    soft: 20,
    strength: 1,
    tint: 1,
    color: '#ffffff',
    id: 'r',
  };
  it('hold within, fade over their soft edge, and end', () => {
    const share = (longitude: number) => regionShare(region, directionOf(longitude, 0));
    expect([share(0), share(29.9), share(50.1), share(180)]).toEqual([1, 1, 0, 0]);
    expect(share(40)).toBeCloseTo(0.5, 6);
  });
  it('go together as they are set', () => {
    const both = [region, { ...region, strength: 0.5 }];
    const middle = directionOf(0, 0);
    expect(reaction(both, 'add', middle)).toBe(1.5);
    expect(reaction(both, 'multiply', middle)).toBe(0.5);
    expect(reaction(both, 'greatest', middle)).toBe(1);
    expect(reaction([], 'add', middle)).toBe(1);
  });
  it('let marks grow only there', () => {
    const film = filmOf(
      bodyOf('globe', { regions: [region], core: false, base: 'geodesic', count: 200, rest: 0 }),
    );
    const [marks] = globe.shapes(film.layers[0]!['bodies' as never][0], contextAt(film, 1));
    const { positions } = marks!;
    const radius = (film.layers[0]!['bodies' as never][0] as { radius: number }).radius;
    let grown = 0;
    for (let i = 0; i < positions.length; i += 3) {
      const [x, y, z] = [positions[i]!, positions[i + 1]!, positions[i + 2]!];
      const r = Math.hypot(x, y, z);
      if (r < radius + 20) continue;
      grown++;
      expect(Math.acos(z / r) * (180 / Math.PI)).toBeLessThan(52);
    }
    expect(grown).toBeGreaterThan(3);
  });
});

describe('an array', () => {
  const marksOf = (part: object, t = 1) => {
    const film = filmOf(bodyOf('array', part));
    return bodyKinds.array.shapes(film.layers[0]!['bodies' as never][0], contextAt(film, t))[0]!;
  };
  it('has bars between rest and reach, by limits in and out', () => {
    const part = {
      columns: bands,
      rows: 1,
      by: 'column',
      bevel: 0,
      rest: 10,
      reach: 110,
      levelFrom: 0.25,
      levelTo: 0.75,
    };
    const { positions } = marksOf(part);
    const each = positions.length / 3 / bands;
    for (let band = 0; band < bands; band++) {
      const ys = Array.from({ length: each }, (_, i) => positions[3 * (band * each + i) + 1]!);
      const level = levelOf(1, band);
      const expected = 10 + 100 * Math.min(Math.max((level - 0.25) / 0.5, 0), 1);
      expect(Math.max(...ys) - Math.min(...ys)).toBeCloseTo(expected, 2);
    }
  });
  it('grows from its base, its middle or its tip', () => {
    const span = (grows: string) => {
      const ys = Array.from(marksOf({ grows }).positions).filter((_, i) => i % 3 === 1);
      return [Math.min(...ys), Math.max(...ys)] as const;
    };
    expect(span('base')[0]).toBe(0);
    expect(span('top')[1]).toBe(0);
    expect(span('middle')[0]).toBeCloseTo(-span('middle')[1], 6);
  });
  it('stands in as many places as it is told, each its share of the sound', () => {
    const corners = (part: object) => marksOf({ form: 'tile', ...part }).positions.length / 12;
    expect(corners({ columns: 7, rows: 5 })).toBe(35);
    expect(corners({ layout: 'ring', count: 12, rings: 3 })).toBe(36);
    expect(corners({ layout: 'spiral', count: 50 })).toBe(50);
    expect(corners({ layout: 'path', path: 'path-1', count: 9 })).toBe(9);
    expect(corners({ layout: 'path', path: 'gone', count: 9 })).toBe(0);
    // Two squares with holes, of 100 units each: 80 by 80 without 40 by 40.
    const inText = corners({ layout: 'text', text: 'AB', textSize: 100, spacing: 2 });
    expect(inText / (2 * (80 * 80 - 40 * 40)) / 0.25).toBeCloseTo(1, 1);
  });
  it('has marks of the shape of a path, extruded', () => {
    const film = filmOf(
      bodyOf('array', {
        columns: 2,
        rows: 1,
        form: 'shape',
        outline: 'path-1',
        width: 40,
        rest: 50,
        reach: 50,
      }),
    );
    const [shape] = bodyKinds.array.shapes(film.layers[0]!['bodies' as never][0], contextAt(film, 1));
    // The film's path is a circle: two discs, 50 high.
    expect(volume(shape!) / (2 * Math.PI * 20 * 20 * 50)).toBeCloseTo(1, 2);
  });
});

describe('where a body stands', () => {
  it('is scaled, rotated around z, x and y, and moved', () => {
    const m = stageMatrix({ x: 5, y: 6, z: 7, turnX: 0, turnY: 90, turnZ: 0, scale: 2 });
    // 1, 0, 0 turned around the upright axis by a quarter points away from the viewer.
    expect(
      [m[0]! + m[12]!, m[1]! + m[13]!, m[2]! + m[14]!].map((value) => Math.round(value * 1e9) / 1e9),
    ).toEqual([5, 6, 5]);
  });
});

describe('stages', () => {
  it.each(Object.keys(bodyKinds) as BodyKindName[])('with %s are read, kept, and painted', (kind) => {
    const film = filmOf(bodyOf(kind));
    expect(parseFilm(structuredClone(film)).layers).toEqual(film.layers);
    const scene = sceneOf(film, 3);
    // What has to be given an image first shows nothing, and no gallery has it.
    if (bodyKinds[kind].offers.length === 0) return expect(scene).toBeUndefined();
    const pixels = rasterise(scene!, [0.1, 0, 0, 0.1, 0, 0], 192, 108, true, () => undefined);
    expect(pixels.filter((value, i) => i % 4 === 3 && value > 0).length).toBeGreaterThan(100);
  });

  /** What is extreme, and whether anything of it is there to be drawn. */
  const extremes: [BodyKindName, object, boolean][] = [
    ['terrain', { rows: 1, height: 100000, width: 1 }, true],
    ['terrain', { bandTo: 1, rows: 400, interval: 0.005 }, true],
    ['terrain', { path: 'gone', layout: 'path' }, true],
    ['terrain', { ear: 'gone' }, false],
    ['relief', { detail: 2, grain: 1, height: -100000 }, true],
    ['array', { columns: 512, rows: 512 }, true],
    ['array', { layout: 'text', text: '', spacing: 0.1 }, false],
    ['array', { layout: 'text', text: 'AAAA', spacing: 0.1, textSize: 100000 }, true],
    ['globe', { radius: 1, reach: 100000, count: 1 }, true],
    ['extrusion', { text: '' }, false],
    ['extrusion', { source: 'path', path: 'gone' }, false],
    ['extrusion', { bevel: 100000, depth: 0.1 }, true],
    ['card', { image: 'gone' }, false],
  ];
  it.each(extremes)('take what is extreme: %s with %o', (kind, part, isThere) => {
    const scene = sceneOf(filmOf(bodyOf(kind, part)), 3);
    const corners = scene ? scene.meshes.reduce((sum, { positions }) => sum + positions.length / 3, 0) : 0;
    expect(corners > 0).toBe(isThere);
    if (!scene) return;
    for (const { positions } of scene.meshes) expect(positions.every(Number.isFinite)).toBe(true);
    // As much as there is room for, and no more.
    expect(corners).toBeLessThan(4_000_000);
    const pixels = rasterise(scene, [0.02, 0, 0, 0.02, 0, 0], 38, 22, true, () => undefined);
    expect(pixels).toHaveLength(4 * 38 * 22);
  });

  it('have planes that are lit evenly: none of their faces shows, and nothing between them', () => {
    for (const part of [{}, { tilt: 90 }, { tilt: 50, orbit: 33, roll: 12 }]) {
      const film = filmOf(bodyOf('relief', { height: 0, width: 6000, length: 6000, detail: 60 }));
      Object.assign((film.layers[0] as DepthLayer).camera, { tilt: 30, ...part });
      const pixels = rasterise(sceneOf(film, 1)!, [0.2, 0, 0, 0.2, 0, 0], 384, 216, true, () => undefined);
      const at = (x: number, y: number, channel: number) => pixels[4 * (384 * y + x) + channel]!;
      for (let y = 110; y < 210; y++)
        for (let x = 10; x < 370; x++) {
          expect(at(x, y, 3)).toBe(255);
          // No pixel is darker than those on both sides of it.
          expect(at(x, y, 0)).toBeGreaterThanOrEqual(Math.min(at(x - 1, y, 0), at(x + 1, y, 0)) - 3);
          expect(at(x, y, 0)).toBeGreaterThanOrEqual(Math.min(at(x, y - 1, 0), at(x, y + 1, 0)) - 3);
        }
    }
    // The flat front of a letter, too: where corners of two of its faces meet they have one colour.
    const [mesh] = sceneOf(filmOf(bodyOf('extrusion', { text: 'A', bevel: 0, ear: null })), 1)!.meshes;
    const { positions, colors, indices } = mesh!;
    const front = Math.max(...Array.from(positions).filter((_, i) => i % 3 === 2));
    const known = new Map<string, string>();
    for (let i = 0; i < indices.length; i += 3) {
      const corners = [0, 1, 2].map((k) => indices[i + k]!);
      if (corners.some((corner) => positions[3 * corner + 2]! < front - 1e-3)) continue;
      for (const corner of corners) {
        const position = positions.slice(3 * corner, 3 * corner + 3).join();
        const color = colors.slice(4 * corner, 4 * corner + 4).join();
        expect(known.get(position) ?? color).toBe(color);
        known.set(position, color);
      }
    }
    expect(known.size).toBe(8);
  });

  it('are seen from within a body, too', () => {
    const film = filmOf(bodyOf('globe'));
    (film.layers[0] as DepthLayer).camera.distance = 1;
    expect(() =>
      rasterise(sceneOf(film, 3)!, [0.1, 0, 0, 0.1, 0, 0], 192, 108, true, () => undefined),
    ).not.toThrow();
  });

  it('move: a property of a body, one of its regions, and the camera', () => {
    const region = {
      id: 'r',
      longitude: 0,
      latitude: 0,
      size: 30,
      soft: 20,
      strength: 1,
      tint: 1,
      color: '#ffffff',
    };
    const film = filmOf(bodyOf('globe', { regions: [region] }));
    const at = (key: string, item = '') => ({ list: 'layers', id: 'stage', key, item }) as const;
    film.cords = [
      cordOf(at('bodies.turnY', 'body'), 'turn', { amount: 30 }),
      cordOf(at('bodies.regions.longitude', 'body.r'), 'turn', { amount: 10 }),
      cordOf(at('camera.orbit'), 'turn', { amount: 5 }),
    ];
    const now = momentAt(film, 2).layer('stage') as DepthLayer;
    const body = now.bodies[0] as { turnY: number; regions: { longitude: number }[] };
    expect([body.turnY, body.regions[0]!.longitude, now.camera.orbit]).toEqual([60, 20, 10]);
  });
});

describe('what stands still on a stage', () => {
  /** The meshes of a film at some moments, drawn one after another. */
  const drawn = (film: Film, times: readonly number[], cache = new DrawCache()) =>
    times.map((t) => {
      const moment = momentOf(film, hearing, t, { cache, assets });
      return sceneAt(moment.layer('stage') as DepthLayer, moment)!.meshes;
    });
  const solid = (part: object = {}) => filmOf(bodyOf('extrusion', { levelRise: 0, ...part }));

  it('is taken as it was lit before, as long as nothing changes', () => {
    const film = filmOf(bodyOf('card', { image: 'image' }));
    const [first, second] = drawn(film, [1, 2]);
    second!.forEach((mesh, i) => expect(mesh).toBe(first![i]));
  });

  it('is lit anew when it, its material, the light or the camera is another one', () => {
    const cache = new DrawCache();
    const film = solid();
    const [before] = drawn(film, [1], cache);
    const changes: ((layer: DepthLayer) => void)[] = [
      ({ bodies }) => ((bodies[0] as { x: number }).x = 40),
      ({ bodies }) => ((bodies[0] as unknown as { material: { opacity: number } }).material.opacity = 0.5),
      ({ light }) => (light.keyColor = '#ff0000'),
      ({ camera }) => (camera.orbit += 30),
    ];
    for (const change of changes) {
      const other = structuredClone(film);
      change(other.layers[0] as unknown as DepthLayer);
      const [after] = drawn(other, [1], cache);
      expect(after![0]).not.toBe(before![0]);
      // As if it had been drawn for the first time.
      expect(after).toEqual(drawn(other, [1])[0]);
    }
  });

  it('is drawn the same, whatever was drawn before', () => {
    for (const kind of Object.keys(bodyKinds) as BodyKindName[]) {
      const film = filmOf(bodyOf(kind), bodyOf('extrusion', { id: 'other' }));
      const times = [0.4, 1.1, 1.1, 2.3];
      const alone = times.map((t) => drawn(film, [t])[0]);
      expect(drawn(film, times), kind).toEqual(alone);
    }
  });
});
