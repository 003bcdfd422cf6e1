import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { DrawCache } from './drawCache';
import { figureKinds, type FigureKindName } from '../figure/registry';
import { defaultFilm, defaultLayer, newLayer } from '../../film/document/defaults';
import type { Film } from '../../film/document/film';
import { isUnmoved, placeMatrix, placeStandard, type Place } from '../layer/place';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import type { FigureLayer } from '../layer/figure';
import type { GroupLayer } from '../layer/group';
import { lookAhead, lookBack, usedEars, waveformEars } from '../../film/document/layerGraph';
import type { LinkedLayer } from '../layer/linked';
import type { Layer } from '../layer/registry';
import { defaultPath } from '../path/filmPath';
import { hd } from '../../testing';
import { usualTypeface, type Typeface } from '../typeface/typeface';
import type { Box } from '../../contract/geometry/box';
import type { GroupOp } from './displayList';
import { noAssets } from './moment';
import { boundsOf } from './operations';
import { pictureAt } from './pictureAt';

const rate = 60;
const bands = 64;
/** Levels that tell their moment and their band. */
const levels = Float32Array.from({ length: 20 * rate * bands }, (_, i) => {
  const [moment, band] = [Math.floor(i / bands), i % bands];
  return 0.5 + 0.5 * Math.sin(moment / 17 + band / 5);
});
const samples = Int16Array.from(
  { length: 20 * 12000 },
  (_, i) => 20000 * Math.sin(i / 7) * Math.sin(i / 9000),
);
const tables = () => ({
  ...emptyTables(),
  ears: new Map([['ear-1', { bands, rate, first: 0, levels }]]),
  waveforms: new Map([['ear-1', { rate: 12000, samples }]]),
});
const film = defaultFilm('x');
const base = film.layers[0] as FigureLayer;
const placed = (part: Partial<Place>): Place => ({ ...placeStandard, ...part });
const group = (part: Partial<GroupLayer>, place: Partial<Place> = {}): GroupLayer =>
  newLayer('group', hd, { id: 'g', name: 'G', place: placed(place), ...part });
const linked = (part: Partial<LinkedLayer>, place: Partial<Place> = {}): LinkedLayer =>
  newLayer('linked', hd, { id: 't', name: 'T', source: base.id, place: placed(place), ...part });
/** Of squares. */
const blocks: Typeface = {
  ascent: 1,
  descent: 0,
  line: (text) => ({
    width: text.length,
    letters: [...text].map((_, i) => ({
      outlines: [Float32Array.of(0, 0, 1, 0, 1, -1, 0, -1)],
      x: i,
      advance: 1,
      blank: false,
    })),
  }),
};
const assets = { ...noAssets, typefaces: new Map([[usualTypeface, blocks]]) };
const pictureOf = (of: Film, hearing: TableHearing, t: number) =>
  pictureAt(momentOf(of, hearing, t, { cache: new DrawCache(), assets }));
const draw = (layers: Layer[], t = 5, part: Partial<Film> = {}) =>
  pictureOf({ ...film, ...part, layers }, new TableHearing(tables()), t).operations.slice(1) as GroupOp[];
const boxes = (operations: GroupOp[]): Box => boundsOf(operations);

describe.each(Object.keys(figureKinds) as FigureKindName[])('frame 500 of %s', (kind) => {
  const figure = figureKinds[kind].defaults(hd);
  const layer: FigureLayer = {
    ...base,
    figure,
    copies: { ...base.copies, count: 3, delay: 0.13, rotation: 20 },
    color: { ...base.color, by: 'time' },
  };
  const picture = (hearing: TableHearing, frame: number) =>
    JSON.stringify(pictureOf({ ...film, layers: [layer] }, hearing, (frame + 0.5) / 60));

  it('alone is the same as in sequence', () => {
    const hearing = new TableHearing(tables());
    for (let frame = 480; frame < 500; frame++) picture(hearing, frame);
    const inSequence = picture(hearing, 500);
    expect(picture(new TableHearing(tables()), 500)).toBe(inSequence);
    expect(picture(hearing, 501)).not.toBe(inSequence);
  });
});

describe('groups', () => {
  const inside = { ...base, group: 'g' };

  it('draw what is in them, where the group stands', () => {
    const alone = boxes(draw([base]));
    const [only] = draw([inside, group({}, { scale: { x: 0.5, y: 0.5 }, position: { x: 100, y: 0 } })]);
    const moved = boxes([only!]);
    // Around the middle of the picture, half as large, and moved on.
    expect(moved[0]).toBeCloseTo(960 + (alone[0] - 960) / 2 + 100, 3);
    expect(moved[3]).toBeCloseTo(540 + (alone[3] - 540) / 2, 3);
  });

  it('multiply what sound does inside: a size of 200 % doubles every reach, at every level', () => {
    for (const t of [1, 3, 7.7]) {
      const [one] = draw([inside, group({})], t);
      const [two] = draw([inside, group({}, { scale: { x: 2, y: 2 } })], t);
      const [a, b] = [boxes([one!]), boxes([two!])];
      expect(b[2] - b[0]).toBeCloseTo(2 * (a[2] - a[0]), 2);
    }
  });

  it('are hidden with all that is in them, and empty ones draw nothing', () => {
    expect(draw([inside, group({ visible: false })])).toEqual([]);
    expect(draw([group({})])[0]!.operations).toEqual([]);
  });

  it('are laid on as one, cut by their path', () => {
    const clip = defaultPath('rectangle', 'cut', 'Cut', hd, { corner: 0 });
    const [cut] = draw([inside, group({ clipPath: 'cut', blend: 'screen' }, { opacity: 0.4 })], 5, {
      paths: [...film.paths, clip],
    });
    expect(cut).toMatchObject({ opacity: 0.4, blend: 'screen' });
    expect(cut!.clipPath).toHaveLength(1);
    expect(boxes([{ ...cut!, operations: [] } as GroupOp])[0]).toBe(Infinity);
    const box = boxes([cut!]);
    expect(box[2] - box[0]).toBeLessThanOrEqual(1080 * 0.8 + 1e-3);
  });

  it('within groups add up', () => {
    const outer = group({ id: 'h' }, { position: { x: 30, y: 0 } });
    const [both] = draw([inside, group({ group: 'h' }, { position: { x: 12, y: 0 } }), outer]);
    const [alone] = draw([base]);
    expect(boxes([both!])[0]).toBeCloseTo(boxes([alone!])[0] + 42, 3);
  });
});

describe('linked copies', () => {
  it('draw what their source draws, somewhere else or later', () => {
    const [source, copy] = draw([base, linked({}, { position: { x: 50, y: 0 } })]);
    expect(boxes([copy!])[0]).toBeCloseTo(boxes([source!])[0] + 50, 3);
    const [, late] = draw([base, linked({ delay: 0.5 })], 5);
    const [before] = draw([base], 4.5);
    expect(JSON.stringify(late!.operations)).toBe(JSON.stringify(before!.operations));
  });

  it('follow every change of it, and show it though it is hidden', () => {
    const taller = { ...base, figure: { ...base.figure, reach: 400 }, visible: false };
    const [copy] = draw([taller, linked({})]);
    const [changed] = draw([{ ...taller, visible: true }]);
    expect(JSON.stringify(copy!.operations)).toBe(JSON.stringify(changed!.operations));
  });

  it('of a group repeat all of it', () => {
    const [, copy] = draw([{ ...base, group: 'g' }, group({}, { rotation: 30 }), linked({ source: 'g' })]);
    expect(JSON.stringify(copy)).toContain('matrix');
    expect(boxes([copy!]).every(Number.isFinite)).toBe(true);
  });
});

describe('places', () => {
  it('say when nothing is moved, rotated or scaled', () => {
    expect([isUnmoved(placeStandard), isUnmoved(placed({ rotation: 360 }))]).toEqual([true, true]);
    expect(isUnmoved(placed({ position: { x: 0, y: 1 } }))).toBe(false);
    expect(placeMatrix(placed({ rotation: 90 }), { width: 200, height: 100 }).map(Math.round)).toEqual([
      0, 1, -1, 0, 150, -50,
    ]);
    // Width and height apart: the anchor stays where it is.
    const wide = placeMatrix(placed({ scale: { x: 2, y: 0.5 } }), { width: 200, height: 100 });
    expect(wide).toEqual([2, 0, -0, 0.5, -100, 25]);
  });

  it('of a figure multiply what it draws, and its opacity', () => {
    const [half] = draw([{ ...base, place: placed({ scale: { x: 0.5, y: 0.5 }, opacity: 0.3 }) }]);
    const [whole] = draw([base]);
    const [a, b] = [boxes([whole!]), boxes([half!])];
    expect(b[2] - b[0]).toBeCloseTo((a[2] - a[0]) / 2, 3);
    expect(half).toMatchObject({ opacity: 0.3, isolated: true });
    expect(whole).toMatchObject({ opacity: 1, isolated: false });
  });
});

describe('isolation', () => {
  it('follows from what a layer says, not from the moment', () => {
    const faded = { ...base, span: { ...base.span, fadeIn: 2 } };
    expect([1, 5].map((t) => draw([faded], t)[0]!.isolated)).toEqual([true, true]);
    expect(draw([faded], 1)[0]!.opacity).toBeLessThan(1);
    expect(draw([faded], 5)[0]!.opacity).toBe(1);
  });
});

describe('how far a picture reaches in time', () => {
  const withFigure = (kind: FigureKindName, part: object, copies = {}): Film => ({
    ...film,
    layers: [
      {
        ...defaultLayer('l', 'ear-1', 'path-1', hd),
        figure: { ...figureKinds[kind].defaults(hd), ...part } as FigureLayer['figure'],
        copies: { ...base.copies, ...copies },
      },
    ],
  });

  it('back: trails, spectrograms, delays, and what they add up to; ahead: the other way', () => {
    expect(lookBack(film)).toBe(0);
    expect(lookBack(withFigure('trail', { moments: 10, every: 0.2 }))).toBeCloseTo(2, 9);
    expect(lookBack(withFigure('spectrogram', { span: 6 }, { count: 4, delay: 0.5 }))).toBeCloseTo(7.5, 9);
    expect([lookBack, lookAhead].map((f) => f(withFigure('bars', {}, { count: 3, delay: -0.4 })))).toEqual([
      0, 0.8,
    ]);
    expect(lookAhead(withFigure('waveform', { span: 0.2 }))).toBeGreaterThan(0.1);
    expect(lookBack({ ...film, layers: [base, linked({ delay: 2 })] })).toBe(2);
  });

  it('waveforms are wanted of the ears whose figures show them', () => {
    expect([waveformEars(film), waveformEars(withFigure('waveform', {}))]).toEqual([[], ['ear-1']]);
    expect([usedEars(film), usedEars({ ...film, layers: [] })]).toEqual([['ear-1'], []]);
  });
});
