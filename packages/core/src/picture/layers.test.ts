import { describe, expect, it } from 'vitest';
import { defaultFilm, defaultLayer, layerStandard } from '../film/defaults';
import { lookAhead, lookBack, waveformEars } from '../film/lookBack';
import { isPlain, placeMatrix, placeStandard } from '../film/place';
import type { Film } from '../film/film';
import type { TiedLayer } from '../film/schema';
import type { FigureLayer } from '../layer/figure';
import type { GroupLayer } from '../layer/group';
import type { Layer } from '../layer/registry';
import { figureKinds, type FigureKind } from '../figure/registry';
import { emptyTables, TableHearing } from '../hearing/tableHearing';
import { pathKinds } from '../path/registry';
import { boundsOf, type Box } from './bounds';
import type { GroupOp } from './displayList';
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
const group = (part: Partial<GroupLayer>): GroupLayer => ({
  ...{ kind: 'group', id: 'g', name: 'G', clip: null },
  ...layerStandard,
  ...placeStandard,
  ...part,
});
const tied = (part: Partial<TiedLayer>): TiedLayer => ({
  ...{ kind: 'tied', id: 't', name: 'T', source: base.id, delay: 0 },
  ...layerStandard,
  ...placeStandard,
  ...part,
});
const draw = (layers: Layer[], t = 5, part: Partial<Film> = {}) =>
  pictureAt({ ...film, ...part, layers }, new TableHearing(tables()), t).operations.slice(1) as GroupOp[];
const boxes = (operations: GroupOp[]): Box => boundsOf(operations);

describe.each(Object.keys(figureKinds) as FigureKind[])('frame 500 of %s', (kind) => {
  const figure = figureKinds[kind].defaults(1920, 1080);
  const layer: FigureLayer = {
    ...base,
    figure,
    copies: { ...base.copies, count: 3, delay: 0.13, turn: 20 },
    color: { ...base.color, by: 'time' },
  };
  const picture = (hearing: TableHearing, frame: number) =>
    JSON.stringify(pictureAt({ ...film, layers: [layer] }, hearing, (frame + 0.5) / 60));

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
    const [only] = draw([inside, group({ scale: 0.5, moveX: 100 })]);
    const moved = boxes([only!]);
    // Around the middle of the picture, half as large, and moved on.
    expect(moved[0]).toBeCloseTo(960 + (alone[0] - 960) / 2 + 100, 3);
    expect(moved[3]).toBeCloseTo(540 + (alone[3] - 540) / 2, 3);
  });

  it('multiply what sound does inside: a size of 200 % doubles every reach, at every level', () => {
    for (const t of [1, 3, 7.7]) {
      const [one] = draw([inside, group({})], t);
      const [two] = draw([inside, group({ scale: 2 })], t);
      const [a, b] = [boxes([one!]), boxes([two!])];
      expect(b[2] - b[0]).toBeCloseTo(2 * (a[2] - a[0]), 2);
    }
  });

  it('are hidden with all that is in them, and empty ones draw nothing', () => {
    expect(draw([inside, group({ visible: false })])).toEqual([]);
    expect(draw([group({})])[0]!.operations).toEqual([]);
  });

  it('are laid on as one, cut by their path', () => {
    const clip = {
      id: 'cut',
      name: 'Cut',
      shape: { ...pathKinds.rectangle.defaults(1920, 1080), corner: 0 },
    };
    const [cut] = draw([inside, group({ clip: 'cut', opacity: 0.4, blend: 'screen' })], 5, {
      paths: [...film.paths, clip],
    });
    expect(cut).toMatchObject({ opacity: 0.4, blend: 'screen' });
    expect(cut!.clip).toHaveLength(1);
    expect(boxes([{ ...cut!, operations: [] } as GroupOp])[0]).toBe(Infinity);
    const box = boxes([cut!]);
    expect(box[2] - box[0]).toBeLessThanOrEqual(clip.shape.width + 1e-3);
  });

  it('within groups add up', () => {
    const outer = group({ id: 'h', moveX: 30 });
    const [both] = draw([inside, group({ group: 'h', moveX: 12 }), outer]);
    const [alone] = draw([base]);
    expect(boxes([both!])[0]).toBeCloseTo(boxes([alone!])[0] + 42, 3);
  });
});

describe('tied copies', () => {
  it('draw what their source draws, somewhere else or later', () => {
    const [source, copy] = draw([base, tied({ moveX: 50 })]);
    expect(boxes([copy!])[0]).toBeCloseTo(boxes([source!])[0] + 50, 3);
    const [, late] = draw([base, tied({ delay: 0.5 })], 5);
    const [before] = draw([base], 4.5);
    expect(JSON.stringify(late!.operations)).toBe(JSON.stringify(before!.operations));
  });

  it('follow every change of it, and show it though it is hidden', () => {
    const taller = { ...base, figure: { ...base.figure, reach: 400 }, visible: false };
    const [copy] = draw([taller, tied({})]);
    const [changed] = draw([{ ...taller, visible: true }]);
    expect(JSON.stringify(copy!.operations)).toBe(JSON.stringify(changed!.operations));
  });

  it('of a group repeat all of it', () => {
    const [, copy] = draw([{ ...base, group: 'g' }, group({ turn: 30 }), tied({ source: 'g' })]);
    expect(JSON.stringify(copy)).toContain('matrix');
    expect(boxes([copy!]).every(Number.isFinite)).toBe(true);
  });
});

describe('places', () => {
  it('are plain when nothing is moved, turned or scaled', () => {
    expect([isPlain(placeStandard), isPlain({ ...placeStandard, turn: 360 })]).toEqual([true, true]);
    expect(isPlain({ ...placeStandard, moveY: 1 })).toBe(false);
    expect(placeMatrix({ ...placeStandard, turn: 90 }, 200, 100).map(Math.round)).toEqual([
      0, 1, -1, 0, 150, -50,
    ]);
  });
});

describe('how far a picture reaches in time', () => {
  const withFigure = (kind: FigureKind, part: object, copies = {}): Film => ({
    ...film,
    layers: [
      {
        ...defaultLayer('l', 'ear-1', 'path-1', 1920, 1080),
        figure: { ...figureKinds[kind].defaults(1920, 1080), ...part } as FigureLayer['figure'],
        copies: { ...base.copies, ...copies },
      },
    ],
  });

  it('back: trails, strips, delays, and what they add up to; ahead: the other way', () => {
    expect(lookBack(film)).toBe(0);
    expect(lookBack(withFigure('trail', { moments: 10, every: 0.2 }))).toBeCloseTo(2, 9);
    expect(lookBack(withFigure('strip', { span: 6 }, { count: 4, delay: 0.5 }))).toBeCloseTo(7.5, 9);
    expect([lookBack, lookAhead].map((f) => f(withFigure('bars', {}, { count: 3, delay: -0.4 })))).toEqual([
      0, 0.8,
    ]);
    expect(lookAhead(withFigure('wave', { span: 0.2 }))).toBeGreaterThan(0.1);
    expect(lookBack({ ...film, layers: [base, tied({ delay: 2 })] })).toBe(2);
  });

  it('waveforms are wanted of the ears whose figures show them', () => {
    expect([waveformEars(film), waveformEars(withFigure('wave', {}))]).toEqual([[], ['ear-1']]);
  });
});
