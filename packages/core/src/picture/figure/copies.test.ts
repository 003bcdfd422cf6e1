import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { defaultFilm } from '../../film/document/defaults';
import type { FigureLayer } from '../layer/figure';
import type { Hearing } from '../../sound/hearing/hearing';
import { DrawCache } from '../display/drawCache';
import { joinPieces, linePiece } from '../path/pieces';
import type { GroupOp, StrokesOp } from '../display/displayList';
import { pictureAt } from '../display/pictureAt';
import type { FigureOf } from './registry';
import { bandsOfCopy, copiesStandard, pathOfCopy } from './copies';

const line = joinPieces([linePiece(0, 0, 100, 0)], false);

describe('the path of a copy', () => {
  it('is moved by so many steps', () => {
    const copies = { ...copiesStandard, count: 3, offset: { x: 10, y: 5 } };
    expect(pathOfCopy(line, copies, 2, 1920, 1080).at(0)).toMatchObject({ x: 20, y: 10 });
  });

  it('turns and grows around its middle, or that of the picture', () => {
    const copies = { ...copiesStandard, rotation: 90, scale: 2 };
    const turned = pathOfCopy(line, copies, 1, 1920, 1080);
    expect(turned.length).toBeCloseTo(200, 9);
    expect(turned.at(0)).toMatchObject({ x: expect.closeTo(50, 9), y: expect.closeTo(-100, 9) });
    expect(turned.at(0)).toMatchObject({ normalX: expect.closeTo(1, 9), normalY: expect.closeTo(0, 9) });
    const around = pathOfCopy(line, { ...copiesStandard, rotation: 180, around: 'picture' }, 1, 200, 100);
    expect(around.at(0)).toMatchObject({ x: expect.closeTo(200, 9), y: expect.closeTo(100, 9) });
  });
});

describe('bands of copies', () => {
  it('are all for each, or go on from copy to copy without a gap: three copies of eight show 24', () => {
    expect(bandsOfCopy([0, 24], 24, { ...copiesStandard, count: 3 }, 2)).toEqual([0, 24]);
    const shared = { ...copiesStandard, count: 3, continueBands: true };
    expect([0, 1, 2].map((i) => bandsOfCopy([0, 24], 24, shared, i))).toEqual([
      [0, 8],
      [8, 16],
      [16, 24],
    ]);
    const uneven = [0, 1, 2].map((i) => bandsOfCopy([0, 11], 11, shared, i));
    uneven.slice(1).forEach(([first], i) => expect(first).toBe(uneven[i]![1]));
    expect(uneven[2]![1]).toBe(11);
  });

  it('share the part of the bands that the figure shows', () => {
    const shared = { ...copiesStandard, count: 2, continueBands: true };
    expect([0, 1].map((i) => bandsOfCopy([10, 30], 50, shared, i))).toEqual([
      [10, 20],
      [20, 30],
    ]);
  });

  it('lie higher with each copy, and stay within the ear’s bands', () => {
    const steps = { ...copiesStandard, count: 4, bandOffset: 15 };
    expect([0, 1, 2, 3].map((i) => bandsOfCopy([0, 10], 40, steps, i))).toEqual([
      [0, 10],
      [15, 25],
      [30, 40],
      [30, 40],
    ]);
  });
});

describe('a layer with copies', () => {
  const film = defaultFilm('x');
  /** Levels that tell their moment. */
  const hearing: Hearing = {
    end: Infinity,
    levelsAt: (_ear, t) => new Float32Array(64).fill(t),
    highestLevels: (_ear, _from, to) => new Float32Array(64).fill(to),
    peaksAt: () => undefined,
    followerAt: () => undefined,
    followerTable: () => undefined,
    waveformOf: () => undefined,
  };
  const layer = {
    ...(film.layers[0] as FigureLayer),
    copies: { ...copiesStandard, count: 3, delay: 0.1, opacity: 0.5, reach: 0.5, rotation: 120 },
  };
  const draw = (t: number) =>
    pictureAt(momentOf({ ...film, layers: [layer] }, hearing, t, { cache: new DrawCache() }));
  const copiesOf = () => {
    const [, group] = draw(0.5).operations as [unknown, GroupOp];
    return group.operations as GroupOp[];
  };
  const lengthOf = ({ operations }: GroupOp) => {
    const { lines } = operations[0] as StrokesOp;
    return Math.hypot(lines[2]! - lines[0]!, lines[3]! - lines[1]!);
  };

  it('draws the last copy at the back, each later in the sound, fainter and shorter', () => {
    const copies = copiesOf();
    expect(copies.map(({ opacity }) => opacity)).toEqual([0.25, 0.5, 1]);
    const { rest, reach } = layer.figure as FigureOf<'bars'>;
    const expected = [2, 1, 0].map((i) => 0.5 ** i * (rest + (reach - rest) * (0.5 - 0.1 * i)));
    copies.forEach((copy, i) => expect(lengthOf(copy)).toBeCloseTo(expected[i]!, 3));
  });

  it('is a pure function of time, delays included: the same again after other moments', () => {
    const first = JSON.stringify(copiesOf());
    draw(9);
    expect(JSON.stringify(copiesOf())).toBe(first);
  });
});
