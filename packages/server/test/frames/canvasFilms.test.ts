import { DrawCache, fpsOf, frameMoment, momentOf, parseFilm, pictureAt, type Film } from '@cyclogram/core';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import {
  beyond,
  compareFrames,
  compareSteps,
  strict,
  type Limits,
} from '../../../painter/test/compareFrames';
import { painted, paintedOnCanvas } from '../../../painter/test/paintBoth';
import { momentsOf } from './displayLists';
import { madeUpHearing } from './madeUpHearing';

/**
 * The demo's films, dressed, against a canvas (Skia): frames by themselves, and what changes from one to the next.
 * `FRAMES=all` compares 60 moments and 30 frames in a row of each; otherwise some of them.
 */
const all = process.env['FRAMES'] === 'all';
const moments = momentsOf(60).filter((_, n) => all || n % 10 === 0);
const inARow = all ? 30 : 5;
const [width, height] = [192, 108];

/** Most films hardly differ: their grain and glow are the same code, and small differences at edges stay small. */
const usual: Limits = { ...strict, interior: 3, block: 1 };

/**
 * Others do, for known reasons. A canvas has four rows in a pixel: rays and spokes thinner than that get a pattern of their
 * own there (Slow Tide's sun, Breakwater's rings), which glow makes larger, and Breakwater's grade brighter.
 */
const known: Record<string, Limits> = {
  breakwater: { interior: 24, edge: 70, signedMean: 4.2, block: 45 },
  'dry-dock': { interior: 9, edge: 42, signedMean: 0.3, block: 9 },
  'slow-tide': { interior: 52, edge: 56, signedMean: 1.5, block: 34 },
};

function open(name: string) {
  const url = new URL(`../../../../bench/films/${name}.json`, import.meta.url);
  const film: Film = parseFilm(JSON.parse(readFileSync(url, 'utf8')) as object);
  const hearing = { ...madeUpHearing(film), end: 75 };
  const cache = new DrawCache();
  const both = (t: number) => {
    const picture = pictureAt(momentOf(film, hearing, t, { cache }));
    return [paintedOnCanvas(picture, width, height), painted(picture, width, height)] as const;
  };
  return { film, both };
}

describe.each(['breakwater', 'dry-dock', 'night-crossing', 'slipway', 'slow-tide', 'storm-glass'])(
  'the film %s',
  (name) => {
    const limits = known[name] ?? usual;

    it('looks as it does on a canvas', () => {
      const { both } = open(name);
      for (const t of moments) {
        const [canvas, own] = both(t);
        expect(beyond(compareFrames(canvas, own), limits), `at ${t} s`).toEqual([]);
      }
    });

    it('changes from frame to frame as it does on a canvas: nothing shimmers', () => {
      const { film, both } = open(name);
      const fps = fpsOf(film.fps);
      let before = both(frameMoment(700, fps));
      for (let n = 1; n < inARow; n++) {
        const now = both(frameMoment(700 + n, fps));
        const steps = compareSteps([before[0], now[0]], [before[1], now[1]]);
        expect(beyond(steps, limits), `frame ${700 + n}`).toEqual([]);
        before = now;
      }
    });
  },
);
