import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { DrawCache } from '../display/drawCache';
import { cordOf, filmWith, hearingWith, tableOf } from '../../film/drive/testFilm';
import { newLayer } from '../../film/document/defaults';
import type { Film } from '../../film/document/film';
import { passKinds, type PassKindName, type PassSettings } from '../pass/registry';
import type { GroupOp } from '../display/displayList';
import { pictureAt } from '../display/pictureAt';
import { hd } from '../../testing';
import { inCircles, lookAhead, lookBack, usedEars } from '../../film/document/layerGraph';
import { layerOperations } from './layerOperations';

const pass = (kind: PassKindName, part: object = {}): PassSettings =>
  ({ ...passKinds[kind].defaults(hd), id: kind, ...part }) as PassSettings;
const hearing = hearingWith({ kick: tableOf([0, 1, 0, 1, 0], 1) });

/** A film of one fill that turns around, with passes. */
function filmOf(passes: PassSettings[]): Film {
  const turn = cordOf({ list: 'layers', id: 'f', key: 'place.rotation', item: '' }, 'turn', { amount: 90 });
  return { ...filmWith(turn), ...hd, layers: [newLayer('fill', hd, { id: 'f', passes })] };
}
const momentAt = (film: Film, t: number, quick = false) =>
  momentOf(film, hearing, t, { cache: new DrawCache(), quick });
const drawnAt = (film: Film, t: number) => layerOperations('f', momentAt(film, t))[0]!;

describe('afterimages', () => {
  const film = filmOf([pass('afterimages', { count: 3, interval: 0.5, opacity: 0.5 })]);

  it('are what was drawn at earlier moments, the earliest behind, each half as strong', () => {
    const echoes = drawnAt(film, 3).operations as GroupOp[];
    expect(echoes).toHaveLength(4);
    expect(echoes.slice(0, 3).map(({ opacity }) => opacity)).toEqual([0.125, 0.25, 0.5]);
    const bare = filmOf([]);
    for (const [i, seconds] of [1.5, 1, 0.5].entries()) {
      const then = drawnAt(bare, 3 - seconds);
      const inner = echoes[i]!.operations[0] as GroupOp;
      expect(inner.matrix).toEqual(then.matrix);
      expect(JSON.stringify(inner.operations)).toBe(JSON.stringify(then.operations));
    }
    expect((echoes[3] as GroupOp).matrix).toEqual(drawnAt(bare, 3).matrix);
  });

  it('look back as far as they reach', () => {
    expect(lookBack(film)).toBeCloseTo(1.5, 9);
    expect(
      lookBack({ ...filmOf([]), finish: { passes: [pass('afterimages', { count: 4, interval: 1 })] } }),
    ).toBe(4);
  });

  it('that are faint beyond seeing are left out, and moved a step each', () => {
    const many = filmOf([pass('afterimages', { count: 24, opacity: 0.3, shift: { x: 10, y: 0 } })]);
    const echoes = drawnAt(many, 3).operations as GroupOp[];
    expect(echoes.length).toBeLessThan(8);
    expect(echoes.at(-2)!.matrix![4]).toBeCloseTo(10, 9);
    expect(echoes.at(-3)!.matrix![4]).toBeCloseTo(20, 9);
  });

  it('passes before them are on each, those behind them on all', () => {
    const { operations, passes } = drawnAt(
      filmOf([pass('blur'), pass('afterimages', { count: 2 }), pass('invert')]),
      3,
    );
    expect(passes!.map(({ kind }) => kind)).toEqual(['invert']);
    const [echo] = operations as GroupOp[];
    expect((echo!.operations[0] as GroupOp).passes!.map(({ kind }) => kind)).toEqual(['blur']);
    expect((echo!.operations[0] as GroupOp).t).toBeLessThan(3);
  });
});

describe('motion blur', () => {
  const film = filmOf([pass('motionBlur', { samples: 4, shutter: 180 })]);
  it('is the average of pictures while the shutter is open, around the moment', () => {
    const [average] = drawnAt(film, 0.5).operations as GroupOp[];
    expect(average!.average).toBe(true);
    const angles = average!.operations.map((sample) => {
      const { matrix } = (sample as GroupOp).operations[0] as GroupOp;
      return (Math.atan2(matrix![1], matrix![0]) * 180) / Math.PI;
    });
    // Half of a thirtieth of a second at 90° a second: 1.5°, in four steps.
    const steps = angles.slice(1).map((angle, i) => angle - angles[i]!);
    for (const step of steps) expect(step).toBeCloseTo(90 / 30 / 2 / 4, 6);
    expect(lookAhead(film)).toBeGreaterThan(0);
  });
  it('is left out where it has to be quick', () => {
    const [quick] = layerOperations('f', momentAt(film, 2, true));
    expect((quick!.operations[0] as GroupOp).average).toBeUndefined();
  });
  it('of the whole picture draws all of it several times', () => {
    const whole = { ...filmOf([]), finish: { passes: [pass('motionBlur', { samples: 3 }), pass('grain')] } };
    const picture = pictureAt(momentAt(whole, 2));
    expect(picture.passes!.map(({ kind }) => kind)).toEqual(['grain']);
    expect((picture.operations[0] as GroupOp).average).toBe(true);
    expect((picture.operations[0] as GroupOp).operations).toHaveLength(3);
  });
});

describe('a pane with passes over time', () => {
  const passes = [pass('afterimages', { count: 2, interval: 0.5, opacity: 0.5 }), pass('invert')];
  const film = filmOf([]);
  film.layers.push(newLayer('pane', hd, { id: 'p', passes }), newLayer('fill', hd, { id: 'above' }));

  it('draws what lies below it at earlier times, in the place of it', () => {
    const pane = layerOperations('p', momentAt(film, 3))[0]!;
    expect(pane.below).toBe('replaced');
    expect(pane.passes!.map(({ kind }) => kind)).toEqual(['invert']);
    const echoes = pane.operations as GroupOp[];
    expect(echoes).toHaveLength(3);
    for (const [i, t] of [2, 2.5].entries()) {
      const then = (echoes[i]!.operations[0] as GroupOp).operations;
      expect(then[0]).toMatchObject({ op: 'backdrop', paint: '#000000' });
      expect(JSON.stringify(then.slice(1))).toBe(JSON.stringify(layerOperations('f', momentAt(film, t))));
    }
  });
  it('looks back further than what it shows by itself', () => {
    expect(lookBack(film)).toBeGreaterThanOrEqual(1);
    expect(lookBack(filmOf([]))).toBe(0);
  });
});

describe('masks of layers', () => {
  const mask = { kind: 'layer', path: null, layer: 'm', by: 'opacity', softness: 4, inverted: true } as const;
  const layers = [newLayer('fill', hd, { id: 'f', mask }), newLayer('fill', hd, { id: 'm', visible: false })];
  it('are another layer, whether that is visible or not', () => {
    const drawn = drawnAt({ ...filmWith(), ...hd, layers }, 1);
    expect(drawn.mask).toMatchObject({ by: 'opacity', softness: 4, inverted: true });
    expect((drawn.mask!.operations[0] as GroupOp).operations).toHaveLength(1);
  });
  it('count when circles are looked for, and when it is asked what is heard', () => {
    const round = [layers[0]!, { ...layers[1]!, mask: { ...mask, layer: 'f' } }];
    expect(inCircles({ layers: round }).has('f')).toBe(true);
    expect(inCircles({ layers }).has('f')).toBe(false);
    expect(usedEars({ ...filmWith(), layers })).toEqual([]);
  });
});

describe('the finish of the picture', () => {
  it('moves with the sound, as layers do', () => {
    const place = { list: 'finish', id: '', key: 'passes.strength', item: 'glow' } as const;
    const cord = cordOf(place, 'follower', { follower: 'kick', how: 'to', rest: 0.2, peak: 1 });
    const film = { ...filmWith(cord), ...hd, layers: [], finish: { passes: [pass('glow')] } };
    const strengthAt = (t: number) =>
      (pictureAt(momentAt(film, t)).passes![0] as { strength: number }).strength;
    expect(strengthAt(0)).toBeCloseTo(0.2, 6);
    expect(strengthAt(1)).toBeCloseTo(1, 6);
    expect(strengthAt(1.5)).toBeCloseTo(0.6, 6);
  });
});
