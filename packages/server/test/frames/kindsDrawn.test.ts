import {
  addOffered,
  backgroundOffers,
  cordRecord,
  defaultEar,
  defaultFilm,
  defaultPath,
  defaultsOf,
  DrawCache,
  findProperty,
  galleryOffers,
  imageOfLookup,
  momentOf,
  newLayer,
  noAssets,
  parseFilm,
  passKinds,
  pathKinds,
  pictureAt,
  sourceKinds,
  sourceRegistry,
  structuredCopy,
  type Film,
  type PathKind,
  type Typeface,
} from '@cyclogram/core';
import { Painter, type PaintImage } from '@cyclogram/painter';
import { describe, expect, it } from 'vitest';
import { invertingTable, workingPass } from '../../../core/src/picture/pass/testPasses';
import { madeUpHearing } from './madeUpHearing';

/**
 * Every kind there is does something that can be seen: one that does nothing, or that nobody can add, fails here whatever else it
 * says of itself.
 */

const size = { width: 320, height: 180 };

/** Every image and every frame of footage. */
const pixels: PaintImage = {
  ...{ width: 8, height: 8 },
  rgba: Uint8ClampedArray.from({ length: 256 }, (_, i) => (i % 4 === 3 ? 255 : (i * 53) % 256)),
};
/** A look-up table that turns colours into their opposites. */
const table: PaintImage = imageOfLookup(invertingTable);
const everyImage = {
  get: (key: string) => (key === 'table' ? table : pixels),
} as unknown as Map<string, PaintImage>;

/** Letters that are triangles. */
const triangles: Typeface = {
  ascent: 1,
  descent: 0,
  line: (text) => ({
    width: text.length,
    letters: [...text].map((_, x) => ({
      outlines: [Float32Array.of(0, 0, 0.8, 0, 0.4, -0.7)],
      ...{ x, advance: 1, blank: false },
    })),
  }),
};
const info = { width: 8, height: 8, duration: 10, times: [0, 5] };
const assets = {
  ...noAssets,
  images: new Map([['image', { width: 8, height: 8, small: pixels as never }]]),
  footage: new Map([['footage', info]]),
  typefaces: { get: () => triangles } as never,
};

function base(): Film {
  const film = { ...structuredCopy(defaultFilm('Kinds')), ...size };
  return {
    ...film,
    layers: [],
    paths: [],
    ears: [{ ...defaultEar('ear'), bands: 24, peaks: true }],
    images: [{ id: 'image', name: 'Image', source: { path: 'image.png' } }],
    footage: [{ id: 'footage', name: 'Footage', source: { path: 'footage.mp4' } }],
    beats: { bpm: 120, first: 0, perBar: 4 },
  } as unknown as Film;
}

function paint(film: Film, t: number): Uint8ClampedArray {
  const read = parseFilm(structuredCopy(film));
  const painter = new Painter();
  painter.images = everyImage;
  const picture = pictureAt(momentOf(read, madeUpHearing(read), t, { cache: new DrawCache(), assets }));
  return painter.paint(picture, size.width, size.height, (surface) => surface.bytes.slice());
}

/** Pixels that differ, of two pictures. */
function differing(a: Uint8ClampedArray, b: Uint8ClampedArray): number {
  let count = 0;
  for (let i = 0; i < a.length; i += 4)
    if (a[i] !== b[i] || a[i + 1] !== b[i + 1] || a[i + 2] !== b[i + 2]) count++;
  return count;
}

let nothing: Uint8ClampedArray | undefined;

describe('what is offered is drawn', () => {
  const offers = [...galleryOffers(), ...backgroundOffers()].map(
    (offered) => [`${offered.kind}: ${offered.offer.name}`, offered] as const,
  );
  it.each(offers)('%s', (_name, offered) => {
    const film = base();
    let count = 0;
    const layer = addOffered(film, offered, (of) => `${of}-${++count}`);
    // Nothing is known of hits here.
    if ('bursts' in layer && layer.bursts === 'hit') layer.bursts = 'beat';
    // Alone a pane has nothing below it to change: it is there all the same.
    if (layer.kind === 'pane') {
      film.layers.unshift(moving(film));
      layer.passes = [workingPass('invert', size)] as typeof layer.passes;
    }
    nothing ??= paint(base(), 0.62);
    expect(differing(paint(film, 0.62), nothing)).toBeGreaterThan(20);
  });
});

/** A disc that can move across the picture. */
function moving(film: Film): Film['layers'][number] {
  const layer = newLayer('fill', film, { id: 'layer' });
  layer.place = { ...layer.place, scale: { x: 0.4, y: 0.5 } };
  layer.mask = { ...layer.mask, kind: 'path', path: 'disc' };
  film.paths.push(defaultPath('circle', 'disc', 'Disc', size));
  return layer;
}

const keyframes = () => ({
  ...defaultsOf(cordRecord, size),
  id: 'cord',
  target: { list: 'layers', id: 'layer', key: 'place.position', item: '' },
  source: {
    ...defaultsOf(sourceKinds.keyframes.record, size),
    kind: 'keyframes',
    keys: [0, 1].map((time) => ({
      ...{ id: `k${time}`, time, value: { x: 160 * time, y: 30 * time }, easing: 'linear' },
      ...{ bezier: [0, 0, 1, 1], steps: 4, jump: 'jump-end', springHz: 4, damping: 0.3 },
    })),
  },
});

describe('a pass changes pixels', () => {
  it.each(Object.keys(passKinds) as (keyof typeof passKinds)[])('%s', (kind) => {
    const film = base();
    // In a group, for what a layer draws goes through its passes before it is moved itself.
    const group = newLayer('group', film, { id: 'group' });
    film.layers.push(group, { ...moving(film), group: 'group' } as typeof group);
    film.cords.push(keyframes() as never);
    film.lookups.push({ id: 'table', name: 'Table', source: { path: 'table.png' } } as never);
    const without = paint(film, 0.62);
    group.passes = [workingPass(kind, size)] as typeof group.passes;
    expect(differing(paint(film, 0.62), without)).toBeGreaterThan(20);
  });
});

describe('a path is drawn along', () => {
  it.each(Object.keys(pathKinds) as PathKind[])('%s', (kind) => {
    const film = base();
    const path = defaultPath(kind, 'path', 'Path', size);
    // What is made in the interface, of a text, an image or a file.
    if ('data' in path.shape) path.shape = { ...path.shape, data: 'M 0 0 L 60 0 L 60 40 Z' } as never;
    film.paths.push(path);
    const [figure] = galleryOffers().filter(({ kind: of }) => of === 'figure');
    const layer = addOffered(film, figure!, (of) => `new-${of}`);
    Object.assign(layer, { path: 'path' });
    nothing ??= paint(base(), 0.62);
    expect(differing(paint(film, 0.62), nothing)).toBeGreaterThan(20);
  });
});

describe('a source moves what its cord is on', () => {
  it.each(Object.keys(sourceKinds))('%s', (kind) => {
    const film = base();
    film.layers.push(moving(film));
    film.followers.push({ id: 'follower', name: 'F', ear: 'ear', kind: 'range' } as never);
    film.sections.push({ id: 'section', name: 'S', from: 0 } as never);
    const target = { list: 'layers', id: 'layer', key: 'place.position', item: '' } as const;
    const { field, value } = findProperty(film, target)!;
    const { record, begin } = sourceRegistry.of({ kind })!;
    const other = { x: 40, y: 20 };
    const source = {
      ...defaultsOf(record, size),
      ...begin(field, value),
      kind,
      ...(kind === 'keyframes' && { keys: keyframes().source.keys }),
      ...(kind === 'sections' && { values: [{ id: 'v', section: 'section', value: other }] }),
      ...(kind === 'steps' && { values: [value, other, value, other] }),
      ...('follower' in defaultsOf(record, size) && { follower: 'follower' }),
    };
    film.cords.push({ ...defaultsOf(cordRecord, size), id: 'cord', target, source } as never);
    const still = { ...film, cords: [] };
    const times = [0.3, 0.62, 1.7];
    expect(Math.max(...times.map((t) => differing(paint(film, t), paint(still, t))))).toBeGreaterThan(20);
  });
});
