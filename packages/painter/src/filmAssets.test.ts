import { frameKey, type Picture } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { FilmAssets, type FootageReader } from './filmAssets';

/** A picture of so many frames of footage. */
const pictureOf = (indices: readonly number[]): Picture => ({
  width: 16,
  height: 9,
  operations: indices.map((index) => ({
    op: 'image',
    image: frameKey('v', index),
    box: [0, 0, 16, 9],
    fit: 'cover',
    crop: [0, 0, 1, 1],
    focus: { x: 0.5, y: 0.5 },
    edges: 0,
    beyond: false,
  })),
});
const pixels = (n: number) => Uint8Array.of(n, 0, 0, 255);
const first = (count: number, from = 0) => Array.from({ length: count }, (_, i) => from + i);

async function assetsOf(size: { width: number; height: number }, lenient = false, small?: FootageReader) {
  const asked: number[] = [];
  const reader: FootageReader = {
    small,
    info: { ...size, duration: 100, times: first(3000).map((n) => n / 30) },
    frame(index) {
      asked.push(index);
      return index === 666
        ? Promise.reject(new Error('damaged'))
        : Promise.resolve({ rgba: pixels(index % 256), ...size });
    },
    close: () => {},
  };
  const nothing = () => Promise.reject(new Error('there is none'));
  const assets = new FilmAssets(
    new Map(),
    { image: nothing, typeface: nothing, footage: () => Promise.resolve(reader) },
    lenient,
  );
  assets.setFootage(new Map([['v', 'address']]));
  await assets.prepareFootage(['v']);
  return { assets, asked };
}

describe('frames of footage', () => {
  it('are brought in, all that a picture asks for, however many and large they are', async () => {
    const { assets } = await assetsOf({ width: 3840, height: 2160 });
    const picture = pictureOf(first(60));
    expect(await assets.prepared(() => picture)).toBe(picture);
    for (const index of first(60)) expect(assets.images.get(frameKey('v', index))?.rgba[0]).toBe(index);
    // Those of earlier pictures are let go of: 4K takes 33 MB a frame.
    await assets.prepared(() => pictureOf([100]));
    await assets.prepared(() => pictureOf([101]));
    expect(assets.images.size).toBeLessThan(6);
    expect(assets.images.has(frameKey('v', 101))).toBe(true);
  });

  it('are kept for the pictures to come where they are small, and read once', async () => {
    const { assets, asked } = await assetsOf({ width: 320, height: 180 });
    for (const index of first(20)) await assets.prepared(() => pictureOf([index]));
    for (const index of first(20)) await assets.prepared(() => pictureOf([index]));
    // And the one that comes next.
    expect(asked).toEqual(first(21));
  });

  it('that cannot be decoded are left out, and asked for once', async () => {
    const { assets, asked } = await assetsOf({ width: 320, height: 180 });
    await assets.prepared(() => pictureOf([666]));
    await assets.prepared(() => pictureOf([666]));
    expect(asked).toEqual([666]);
    expect(assets.images.get(frameKey('v', 666))).toBeUndefined();
  });

  it('are stood in for by the last one only where that is allowed', async () => {
    for (const lenient of [true, false]) {
      const { assets } = await assetsOf({ width: 320, height: 180 }, lenient);
      await assets.prepared(() => pictureOf([5]));
      expect(assets.images.get(frameKey('v', 6))?.rgba[0]).toBe(lenient ? 5 : undefined);
      expect(assets.images.has(frameKey('v', 6))).toBe(false);
      assets.setFootage(new Map());
      expect(assets.images.get(frameKey('v', 5))).toBeUndefined();
    }
  });

  it('are smaller ones where it has to be quick, until they are wanted in their own size', async () => {
    const less = { width: 960, height: 540 };
    const quick: number[] = [];
    const small: FootageReader = {
      info: { ...less, duration: 100, times: [] },
      frame: (index) => (quick.push(index), Promise.resolve({ rgba: pixels(100 + index), ...less })),
      close: () => {},
    };
    const { assets, asked } = await assetsOf({ width: 3840, height: 2160 }, true, small);
    await assets.prepare(pictureOf([1]), true);
    expect([assets.images.get(frameKey('v', 1))?.rgba[0], quick, asked]).toEqual([101, [1], []]);
    expect(assets.prepare(pictureOf([1]), true)).toBeUndefined();
    // It stands still: the small one is shown until the other has come.
    const coming = assets.prepare(pictureOf([1]));
    expect(assets.images.get(frameKey('v', 1))?.rgba[0]).toBe(101);
    await coming;
    expect([assets.images.get(frameKey('v', 1))?.rgba[0], asked]).toEqual([1, [1]]);
    // What is here in its own size does for both.
    expect(assets.prepare(pictureOf([1]), true)).toBeUndefined();
    expect(assets.prepare(pictureOf([1]))).toBeUndefined();
    // One that was asked for both ways at once ends in its own size.
    await Promise.all([assets.prepare(pictureOf([2])), assets.prepare(pictureOf([2]), true)]);
    expect(assets.images.get(frameKey('v', 2))?.rgba[0]).toBe(2);
  });
});

describe('what could not be had', () => {
  it('is asked for again when it is wanted: images, typefaces and footage', async () => {
    let there = false;
    const asked: string[] = [];
    const ask = <T>(what: string, answer: T) => {
      asked.push(what);
      return there ? Promise.resolve(answer) : Promise.reject(new Error('not yet'));
    };
    const typeface = { ascent: 1, descent: 0, line: () => ({ letters: [], width: 0 }) };
    const reader: FootageReader = {
      info: { width: 1, height: 1, duration: 1, times: [0] },
      frame: () => Promise.resolve({ rgba: pixels(0), width: 1, height: 1 }),
      close: () => {},
    };
    const assets = new FilmAssets(new Map([['i', 'image']]), {
      image: (source) => ask(source, { rgba: pixels(1), width: 1, height: 1 }),
      typeface: (name) => ask(name, typeface),
      footage: (source) => ask(source, reader),
    });
    assets.setFootage(new Map([['v', 'video']]));
    const image = { ...pictureOf([0]).operations[0]!, image: 'i' } as Picture['operations'][0];
    const picture: Picture = { width: 16, height: 9, operations: [image] };
    const all = () =>
      Promise.all([assets.prepare(picture), assets.prepareTypefaces(['Own']), assets.prepareFootage(['v'])]);
    await all();
    expect(asked.sort()).toEqual(['Own', 'image', 'video']);
    expect(assets.lacks).toBe(true);
    // Not in every picture.
    expect(await all()).toEqual([undefined, undefined, undefined]);
    expect(asked).toHaveLength(3);
    there = true;
    assets.retry();
    await all();
    expect(asked).toHaveLength(6);
    expect([
      assets.images.has('i'),
      assets.typefaces.has('Own'),
      assets.footage.has('v'),
      assets.lacks,
    ]).toEqual([...[true, true, true, false]]);
  });

  it('frames that are too many are let go of, the oldest first, but for those that are wanted', () => {
    const assets = new FilmAssets(new Map(), {
      image: () => Promise.reject(new Error()),
      typeface: () => Promise.reject(new Error()),
      footage: () => Promise.reject(new Error()),
    });
    for (let i = 0; i < 40; i++)
      assets.images.setFrame(frameKey('v', i), 'v', { rgba: pixels(i), width: 2000, height: 1000 });
    assets.images.trim(new Set([frameKey('v', 0)]));
    expect([0, 1, 39].map((i) => assets.images.has(frameKey('v', i)))).toEqual([true, false, true]);
  });
});
