import { momentOf } from '../../film/document/momentOf';
import { shownLevel } from '../section/section';
import { describe, expect, it } from 'vitest';
import { emptyTables, TableHearing } from '../hearing/tableHearing';
import type { GroupOp } from '../../picture/display/displayList';
import { DrawCache } from '../../picture/display/drawCache';
import { layerOperations } from '../../picture/layer/layerOperations';
import { pictureAt } from '../../picture/display/pictureAt';
import { hd } from '../../testing';
import { defaultFilm, newLayer } from '../../film/document/defaults';
import {
  changeSpan,
  fadeCurves,
  fadeLevel,
  fadesStandard,
  fadeStandard,
  spanStandard,
  type FadeCurve,
} from './fades';
import { withoutFades } from '../../film/document/withoutFades';
import type { Film } from '../../film/document/film';
import type { FigureLayer } from '../../picture/layer/figure';

const curves = Object.keys(fadeCurves) as FadeCurve[];
const shares = Array.from({ length: 101 }, (_, i) => i / 100);

describe('courses of a fade', () => {
  it.each(curves)('%s goes from nothing to all, and only upwards', (curve) => {
    const { at } = fadeCurves[curve];
    expect(at(0)).toBeCloseTo(0, 12);
    expect(at(1)).toBeCloseTo(1, 12);
    shares.slice(1).forEach((share, i) => expect(at(share)).toBeGreaterThan(at(shares[i]!)));
  });

  // Common practice: crossfades keep the amplitude (like sounds) or the power (unlike ones).
  it('keeps the sum of two that cross by straight or smooth, the power by equal power', () => {
    for (const share of shares) {
      for (const curve of ['linear', 'smooth'] as const)
        expect(fadeCurves[curve].at(share) + fadeCurves[curve].at(1 - share)).toBeCloseTo(1, 12);
      const { at } = fadeCurves.equalPower;
      expect(at(share) ** 2 + at(1 - share) ** 2).toBeCloseTo(1, 12);
    }
  });

  it('is at -6 dB halfway, and at -3 dB with equal power', () => {
    const db = (curve: FadeCurve) => 20 * Math.log10(fadeCurves[curve].at(0.5));
    expect(db('linear')).toBeCloseTo(-6.02, 2);
    expect(db('smooth')).toBeCloseTo(-6.02, 2);
    expect(db('equalPower')).toBeCloseTo(-3.01, 2);
  });

  it('begins and ends gently only when smooth', () => {
    const rise = (curve: FadeCurve, from: number) =>
      (fadeCurves[curve].at(from + 0.001) - fadeCurves[curve].at(from)) / 0.001;
    expect(rise('smooth', 0)).toBeLessThan(0.01);
    expect(rise('smooth', 0.999)).toBeLessThan(0.01);
    expect(rise('linear', 0)).toBeCloseTo(1, 9);
    expect(rise('equalPower', 0)).toBeCloseTo(Math.PI / 2, 2);
  });
});

describe('a fade', () => {
  const fade = { fadeIn: 2, fadeOut: 4, curve: 'linear' } as const;
  it.each([
    [10, 0],
    [10.5, 0.25],
    [12, 1],
    [17, 1],
    [19, 0.75],
    [21, 0.25],
    [22, 0],
    [3, 0],
    [99, 0],
  ])('from 10 to 22 is at %d s at %d', (t, level) =>
    expect(fadeLevel(fade, 10, 22, t)).toBeCloseTo(level, 12),
  );

  it('multiplies where both overlap', () =>
    expect(fadeLevel({ ...fade, fadeIn: 4 }, 0, 4, 1)).toBeCloseTo(0.25 * 0.75, 12));
  it('is none with lengths of nothing', () => {
    for (const t of [-1, 0, 5, 10, 11]) expect(fadeLevel(fadeStandard, 0, 10, t)).toBe(1);
  });
  it('is none in a film without a length', () => expect(fadeLevel(fade, 0, 0, 0)).toBe(1));

  it('out waits while the end is not known', () => expect(fadeLevel(fade, 0, Infinity, 7000)).toBe(1));
});

describe('the span of a layer', () => {
  const levelOf = (span: typeof spanStandard, t: number) => shownLevel({ span, sections: [] }, [], 10, t);
  const span = { ...spanStandard, from: 2, to: 6, fadeIn: 1, fadeOut: 1, curve: 'linear' as const };
  it.each([
    [1.99, 0],
    [2.5, 0.5],
    [4, 1],
    [5.75, 0.25],
    [6, 0],
  ])('at %d s shows it at %d', (t, level) => expect(levelOf(span, t)).toBeCloseTo(level, 12));

  it('without an end goes on to that of the film, and its last moment', () => {
    expect(levelOf({ ...span, to: null }, 9.5)).toBeCloseTo(0.5, 12);
    expect(levelOf(spanStandard, 10)).toBe(1);
  });

  it('keeps its ends in order', () => {
    expect(changeSpan(span, { from: 3 })).toMatchObject({ from: 3, to: 6 });
    expect(changeSpan(span, { from: 9 })).toMatchObject({ from: 5.95, to: 6 });
    expect(changeSpan(span, { to: 1 })).toMatchObject({ from: 2, to: 2.05 });
    expect(changeSpan(span, { to: null, from: 9 })).toMatchObject({ from: 9, to: null });
    expect(changeSpan({ ...span, to: null }, { fadeOut: 3 })).toMatchObject({ fadeOut: 3, to: null });
  });
});

describe('fades in the picture', () => {
  const base = defaultFilm('x');
  const moment = (of: Film, t: number, withoutBackground = false) =>
    momentOf(of, hearing, t, { cache: new DrawCache(), withoutBackground });
  const hearing = new TableHearing({ ...emptyTables(), end: 20 });
  const film: Film = {
    ...base,
    fades: {
      ...fadesStandard,
      picture: { fadeIn: 2, fadeOut: 4, curve: 'linear', color: '#102030' },
    },
  };
  const veilAt = (t: number) => pictureAt(moment(film, t)).veil;

  it('lie over everything, in their colour', () => {
    expect(veilAt(0.5)).toEqual({ color: '#102030', opacity: expect.closeTo(0.75, 12) as number });
    expect(veilAt(19)!.opacity).toBeCloseTo(0.75, 12);
  });
  it('are not there in between', () => expect(veilAt(10)).toBeUndefined());

  it('of a layer go with its opacity, and with those of the group it is in', () => {
    const layer: FigureLayer = {
      ...(base.layers[0] as FigureLayer),
      place: { ...base.layers[0]!.place, opacity: 0.8 },
      group: 'g',
      span: { ...spanStandard, from: 5, fadeIn: 2, curve: 'linear' },
    };
    const span = { ...spanStandard, fadeOut: 4, curve: 'linear' as const };
    const group = newLayer('group', hd, { id: 'g', span });
    const grouped = { ...base, layers: [layer, group] };
    const at = (t: number) => layerOperations('g', moment(grouped, t))[0]!;
    expect(at(4).operations).toEqual([]);
    expect((at(6).operations[0] as GroupOp).opacity).toBeCloseTo(0.4, 12);
    expect(at(19).opacity).toBeCloseTo(0.25, 12);
    expect((at(19).operations[0] as GroupOp).opacity).toBeCloseTo(0.8, 12);
  });

  it('without a background become transparency; layers that belong to it are left out, in groups, too', () => {
    const [layer] = base.layers as [FigureLayer];
    const layers = [
      layer,
      { ...layer, id: 'b', backdrop: true, group: 'g' },
      newLayer('group', hd, { id: 'g' }),
    ];
    const { operations } = pictureAt(moment({ ...film, layers }, 0.5, true));
    const [faded, ...more] = operations as GroupOp[];
    expect(more).toEqual([]);
    expect(faded).toMatchObject({ op: 'group', opacity: expect.closeTo(0.25, 12) as number });
    expect(faded!.operations).toHaveLength(2);
    expect((faded!.operations[1] as GroupOp).operations).toEqual([]);
  });

  it('can be left out, for looking at what there is', () => {
    const late = { ...film, layers: [{ ...film.layers[0]!, span: { ...spanStandard, from: 15 } }] };
    const faded = pictureAt(moment(late, 0));
    expect(faded.operations.map(({ op }) => op)).toEqual(['backdrop']);
    expect(faded.veil?.opacity).toBe(1);
    const [, layer, ...more] = pictureAt(moment(withoutFades(late), 0)).operations as GroupOp[];
    expect(more).toEqual([]);
    expect(layer!.opacity).toBe(1);
    expect(layer!.operations.length).toBeGreaterThan(0);
  });
});
