import {
  group,
  passKinds,
  type GroupOp,
  type ImageOp,
  type Operation,
  type PassKindName,
  type PassSettings,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { imageOf, paintPixels } from '../test/paintPixels';
import { Painter, type PictureFit } from './painter';

const size = { width: 320, height: 180 };

/** An image of one colour. */
const flat = imageOf(4, 4, () => [0xc8, 0x96, 0x32, 255]);

/** The image over just the picture. */
const covering: ImageOp = {
  op: 'image',
  image: 'flat',
  box: [0, 0, size.width, size.height],
  fit: 'stretch',
  crop: [0, 0, 1, 1],
  focus: { x: 0.5, y: 0.5 },
  edges: 0,
  beyond: false,
};

// Every pass does something on a flat image, and none takes opacity away by what it is set to.
const effective = {
  threshold: 0.1,
  rotation: 0,
  amount: 0.4,
  zoom: 1.3,
  distance: 9,
  softness: 30,
  exposure: -0.5,
};
const own: Partial<Record<PassKindName, object>> = {
  wobble: { amount: 20 },
  shake: { amount: 20 },
  blur: { radius: 12 },
  wipe: { shown: 0.5 },
};
const passOf = (kind: PassKindName, part: object = {}): PassSettings => {
  const standard = passKinds[kind].defaults(size);
  const set = Object.fromEntries(
    Object.entries({ ...effective, ...own[kind], ...part }).filter(([key]) => key in standard),
  );
  return { ...standard, ...set, id: kind } as unknown as PassSettings;
};

/** The pixels of a picture, four values each. */
function painted(operations: Operation[], fit: PictureFit = 'extend', [width, height] = [320, 180]) {
  const painter = new Painter();
  painter.fit = fit;
  painter.images = new Map([['flat', flat]]);
  return { pixels: paintPixels({ ...size, operations, t: 1.37 }, width, height, painter) };
}

/** How many pixels of a layer are not wholly opaque. */
function thinPixels(...of: Parameters<typeof painted>): number {
  const { pixels } = painted(...of);
  let count = 0;
  for (let at = 3; at < pixels.length; at += 4) if (pixels[at]! < 255) count++;
  return count;
}

const dressed = (passes: PassSettings[], part: Partial<GroupOp> = {}): GroupOp =>
  group([covering], { passes, t: 1.37, isolated: true, ...part });

const kinds = Object.keys(passKinds) as PassKindName[];
const withEdges = kinds.filter((kind) => 'edges' in passKinds[kind].defaults(size));
/** Kinds that take opacity away, and say so. */
const clearing: PassKindName[] = ['wipe'];
const keeping = kinds.filter((kind) => !clearing.includes(kind));

describe('a layer that covers the picture stays opaque to its rim', () => {
  it('but for passes that clear', () => {
    for (const kind of clearing) expect(thinPixels([dressed([passOf(kind)])])).toBeGreaterThan(5000);
    for (const kind of ['blur', 'wobble', 'shake'] as const)
      expect(thinPixels([dressed([passOf(kind, { edges: 'clear' })])]), kind).toBeGreaterThan(50);
  });

  it.each(keeping)('%s', (kind) => {
    expect(thinPixels([dressed([passOf(kind)])])).toBe(0);
  });

  it.each(withEdges.flatMap((kind) => ['repeat', 'mirror'].map((edges) => [kind, edges] as const)))(
    '%s whose edges %s',
    (kind, edges) => {
      const pass = passOf(kind, { edges });
      expect(thinPixels([dressed([pass])])).toBe(0);
      // The same in a group that looks beyond the picture itself.
      expect(thinPixels([dressed([passOf('glow')], { operations: [dressed([pass])] })])).toBe(0);
      // And in pictures of another shape, as far as the film's own picture goes.
      expect(
        thinPixels([{ op: 'backdrop', paint: '#000000', grain: 0 }, dressed([pass])], 'fit', [320, 240]),
      ).toBe(0);
      expect(thinPixels([dressed([pass])], 'fill', [240, 180])).toBe(0);
      expect(thinPixels([dressed([pass])], 'extend', [320, 240])).toBe(320 * 60);
    },
  );

  it('a colour split loses no channel', () => {
    for (const edges of ['repeat', 'mirror'])
      for (const spread of [0, 0.1]) {
        const pass = passOf('colorSplit', { edges, spread });
        const { pixels } = painted([dressed([pass])]);
        expect(pixels.every((value, i) => value === [0xc8, 0x96, 0x32, 255][i % 4])).toBe(true);
      }
  });

  it.each(keeping)('%s before and after every other', (kind) => {
    const torn = keeping.filter((other) => thinPixels([dressed([passOf(kind), passOf(other)])]) > 0);
    expect(torn).toEqual([]);
  });

  it('what is drawn beyond the picture still shines into it where nothing is repeated', () => {
    const outside: ImageOp = { ...covering, box: [-60, 40, 50, 100] };
    const glow = passOf('glow', { radius: 20, strength: 2 });
    const { pixels } = painted([group([outside], { passes: [glow], isolated: true })]);
    const rim = Array.from({ length: 180 }, (_, y) => pixels[4 * 320 * y + 3]!);
    expect(Math.max(...rim)).toBeGreaterThan(10);
  });
});
