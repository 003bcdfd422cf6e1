import { filled, group, type Operation, type Picture } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { beyond, compareFrames, compareSteps, type Frame, type Limits } from './compareFrames';
import { corpus, sampleImage, type Sample } from './corpus';
import { painted, paintedFinely, paintedOnCanvas } from './paintBoth';

/**
 * Every operation with every way to fill, draw, mix and lay it on, against Skia, a general-purpose library for drawing. Its
 * edges have four rows a pixel and fewer for most shapes; so what is drawn of outlines is compared with its pictures at four times the size,
 * every pixel the mean of sixteen. What depends on the size in pixels, as passes do, is compared at its own.
 */

const images = new Map([['a', sampleImage()]]);

/** What is known to differ, and by how much. */
const known: { of: RegExp; limits: Limits; why: string }[] = [
  {
    of: /soft [1-9]/,
    limits: { interior: 8, edge: 26, signedMean: 1.1, block: 4 },
    why: 'A canvas rounds the opacity of each step of a soft edge to 8 bits.',
  },
  {
    of: /blend (add|saturation|hue|colorBurn|colorDodge|overlay)/,
    limits: { interior: 6, edge: 60, signedMean: 0.25, block: 8 },
    why: 'What is cut at white, or jumps, is not the mean of what it is at four times the size.',
  },
  {
    of: /strokes/,
    limits: { interior: 32, edge: 48, signedMean: 0.4, block: 6 },
    why: 'A canvas leaves hairlines open between lines that overlap.',
  },
  {
    of: /through posterise/,
    limits: { interior: 65, edge: 65, signedMean: 6, block: 64 },
    why: 'Where a colour lies at the border of two steps, a rounding decides.',
  },
  {
    of: /through wobble/,
    limits: { interior: 5, edge: 26, signedMean: 0.2, block: 5 },
    why: 'It moves edges: those of a canvas stand elsewhere by parts of a pixel.',
  },
  {
    of: /through/,
    limits: { interior: 3, edge: 26, signedMean: 0.35, block: 4 },
    why: 'Edges of a canvas at its own size, and what passes make is rounded by a pattern here, to the nearest there.',
  },
  {
    of: /dashes|line/,
    limits: { interior: 6, edge: 26, signedMean: 0.3, block: 3.5 },
    why: 'A canvas rounds arcs and dashes to fewer places.',
  },
  {
    of: /image/,
    limits: { interior: 10, edge: 24, signedMean: 0.7, block: 4 },
    why: 'A canvas mixes the pixels of images with 4 bits between them, and rounds them down; see images.test.ts.',
  },
];
const usual: Limits = { interior: 3, edge: 20, signedMean: 0.3, block: 3.5 };

const limitsOf = (name: string) => known.find(({ of }) => of.test(name))?.limits ?? usual;

/** Whether a sample looks another way at another size: it is compared at its own. */
const hasPixels = ({ name }: Sample) => /through|sprites/.test(name);

describe('the painter paints what a canvas does', () => {
  it.each(corpus().map((sample) => [sample.name, sample] as const))('%s', (name, sample) => {
    const { picture, width, height } = sample;
    const reference = hasPixels(sample)
      ? paintedOnCanvas(picture, width, height, images)
      : paintedFinely(picture, width, height, images, 4);
    expect(beyond(compareFrames(reference, painted(picture, width, height, images)), limitsOf(name))).toEqual(
      [],
    );
  });
});

/** The comparison itself must see what is wrong. */
describe('a fault is found', () => {
  const limits: Limits = { interior: 1, edge: 6, signedMean: 0.05, block: 0.5 };
  const [width, height] = [240, 136];
  const box = (x: number, y: number, color: string): Operation =>
    filled([Float32Array.of(x, y, x + 90.4, y + 7, x + 80.3, y + 60.2, x + 4, y + 50)], color);
  const at = (t: number, part: { shift?: number; opacity?: number; without?: boolean } = {}): Picture => {
    const { shift = 0, opacity = 0.8, without = false } = part;
    const gradient = {
      kind: 'linear',
      ...{ x0: 0, y0: 0, x1: 240, y1: 0 },
      stops: [
        [0, '#10203000'],
        [1, '#e8b04aff'],
      ],
    } as const;
    return {
      width,
      height,
      operations: [
        { op: 'backdrop', paint: '#17211f', grain: 0 },
        filled([Float32Array.of(0, 0, 240, 0, 240, 30, 0, 30)], gradient),
        box(30 + t + shift, 40, '#e8b04a'),
        ...(without ? [] : [group([box(90 + t, 50, '#3fa79a')], { opacity })]),
      ],
    };
  };
  const frame = (...of: Parameters<typeof at>) => painted(at(...of), width, height);

  it('not where there is none', () => {
    expect(beyond(compareFrames(frame(0), frame(0)), limits)).toEqual([]);
    expect(beyond(compareSteps([frame(0), frame(1)], [frame(0), frame(1)]), limits)).toEqual([]);
  });

  it.each([
    ['a shift of an eighth of a pixel', { shift: 0.125 }],
    ['1 % of opacity', { opacity: 0.81 }],
    ['a layer that is missing', { without: true }],
  ])('%s', (_name, fault) => {
    expect(beyond(compareFrames(frame(0), frame(0, fault)), limits)).not.toEqual([]);
  });

  it('a layer that is missing in one frame, by what changes', () => {
    const steps = compareSteps([frame(0), frame(1)], [frame(0), frame(1, { without: true })]);
    expect(beyond(steps, limits)).not.toEqual([]);
  });

  it('a tile that stayed as it was', () => {
    const stale: Frame = frame(2);
    const before = frame(1);
    for (let y = 64; y < 128; y++)
      for (let i = 4 * 64; i < 4 * 128; i++) stale.rgba[4 * y * width + i] = before.rgba[4 * y * width + i]!;
    expect(beyond(compareFrames(frame(2), stale), limits)).not.toEqual([]);
    expect(beyond(compareSteps([frame(1), frame(2)], [frame(1), stale]), limits)).not.toEqual([]);
  });

  it('a gradient whose colours are mixed after they have been multiplied', () => {
    const wrong = frame(0);
    for (let y = 0; y < 30; y++)
      for (let x = 0; x < width; x++) {
        const t = (x + 0.5) / width;
        [0xe8, 0xb0, 0x4a].forEach((value, i) => {
          const below = [0x17, 0x21, 0x1f][i]!;
          wrong.rgba[4 * (y * width + x) + i] = Math.round(value * t + below * (1 - t));
        });
      }
    expect(beyond(compareFrames(frame(0), wrong), limits)).not.toEqual([]);
  });
});
