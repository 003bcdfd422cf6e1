import { defaultFilm } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import type { RenderFormat } from '../api/renders';
import { outputStandard, rangeOf, rateOf, sizeOf, sizes, wishOf, type Output } from './outputs';

const film = {
  ...defaultFilm('Film'),
  sections: [
    { id: 'verse', name: 'Verse', from: 4 },
    { id: 'end', name: 'End', from: 10 },
  ],
};
const context = { film, filmId: 'f', seconds: 30, loop: [2, 3] as const, time: 7.5 };
const format = (part: Partial<RenderFormat> = {}): RenderFormat => ({
  ...{
    id: 'x',
    heading: 'Video',
    pictures: 'all',
    player: 'video',
    label: 'X',
    about: '',
    extension: 'x',
    sound: null,
    transparent: false,
  },
  ...{ crf: { high: 1, medium: 2, low: 3, draft: 4, min: 0, max: 9 }, speeds: true },
  ...part,
});
const output = (part: Partial<Output> = {}): Output => ({ ...outputStandard, ...part });

describe('outputs', () => {
  it('are of a range: all, the loop, a section, or times within the film', () => {
    const of = (part: Partial<Output>, around: Partial<typeof context> | { loop: undefined } = {}) =>
      rangeOf(output(part), { ...context, ...around });
    expect(of({})).toEqual([0, 30]);
    expect(of({ range: 'loop' })).toEqual([2, 3]);
    expect(of({ range: 'loop' }, { loop: undefined })).toEqual([0, 30]);
    expect(of({ range: 'section:verse' })).toEqual([4, 10]);
    expect(of({ range: 'section:end' })).toEqual([10, 30]);
    // A section of another film.
    expect(of({ range: 'section:gone' })).toEqual([0, 30]);
    expect(of({ range: 'times', from: 40, to: 5 })).toEqual([5, 30]);
  });

  it('have a size by name, the film’s, or their own, and a rate as a fraction', () => {
    expect(sizeOf(output(), film)).toEqual({ width: 1920, height: 1080 });
    expect(sizeOf(output({ size: 'upright-1080' }), film)).toMatchObject({ width: 1080, height: 1920 });
    expect(sizeOf(output({ size: 'own', width: 333, height: 22 }), film)).toEqual({ width: 333, height: 22 });
    expect(rateOf(output({ fps: '24000/1001' }), film)).toEqual({ numerator: 24000, denominator: 1001 });
    expect(rateOf(output(), film)).toEqual(film.fps);
    for (const { width, height } of Object.values(sizes)) expect([width % 2, height % 2]).toEqual([0, 0]);
  });

  it('ask for what their format can have only', () => {
    const wish = wishOf(output({ transparent: true, quality: 'crf', crf: 7 }), format(), context);
    expect(wish).toMatchObject({ transparent: false, crf: 7, from: 0, to: 30 });
    expect(wish).not.toHaveProperty('at');
    expect(wishOf(output({ quality: 'crf' }), format({ crf: null }), context).crf).toBeNull();
    // Nor does a draft of what has no quality to choose.
    expect(wishOf(output({ quality: 'draft' }), format({ crf: null }), context).quality).toBe('high');
    expect(wishOf(output({ quality: 'draft' }), format(), context).quality).toBe('draft');
    const still = wishOf(
      output({ transparent: true }),
      format({ pictures: 'moment', transparent: true }),
      context,
    );
    expect(still).toMatchObject({ at: 7.5, transparent: true });
    expect(still).not.toHaveProperty('from');
    const faded = output({ fadeIn: 2, fadeOut: 3 });
    expect(wishOf(faded, format(), context)).toMatchObject({ fadeIn: 2, fadeOut: 3 });
    expect(wishOf(faded, format({ pictures: 'moment' }), context)).toMatchObject({ fadeIn: 0, fadeOut: 0 });
    expect(wishOf(output({ moments: 20 }), format({ pictures: 'spread' }), context).moments).toBe(20);
  });
});
