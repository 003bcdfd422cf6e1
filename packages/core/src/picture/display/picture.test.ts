import { describe, expect, it } from 'vitest';
import { momentOf } from '../../film/document/momentOf';
import { defaultFilm } from '../../film/document/defaults';
import { EarHearing } from '../../sound/hearing/earHearing';
import { hearStretch, listenToAll, stretchesFrom } from '../../sound/hearing/listen';
import { emptyTables, TableHearing } from '../../sound/hearing/tableHearing';
import { noise, readerOf } from '../../testing';
import { frameAt, frameMoment, frameRange } from './frames';
import { DrawCache } from './drawCache';
import type { Film } from '../../film/document/film';
import type { Hearing } from '../../sound/hearing/hearing';
import { pictureAt } from './pictureAt';

const cache = new DrawCache();
const draw = (film: Film, hearing: Hearing, t: number) => pictureAt(momentOf(film, hearing, t, { cache }));

const silentHearing = new TableHearing(emptyTables());

describe('frames', () => {
  it.each([24, 25, 30, 60, 30000 / 1001])('at %d fps: a frame holds its own moment', (fps) => {
    for (const frame of [0, 1, 499, 500, 5000]) {
      expect(frameAt(frameMoment(frame, fps), fps)).toBe(frame);
      expect(frameAt(frame / fps, fps)).toBe(frame);
    }
  });

  it('count a part of a film, at least one', () => {
    expect(frameRange(0, 10, 30)).toEqual({ first: 0, count: 300 });
    expect(frameRange(2, 2.5, 24)).toEqual({ first: 48, count: 12 });
    expect(frameRange(1, 1.001, 24).count).toBe(1);
  });
});

const song = noise(96000, 2);
const read = readerOf(song);

describe('hearing', () => {
  const { ears } = defaultFilm('x');
  const ear = { ...ears[0]!, bands: 24 };

  it('is the same in whatever order the song is heard', async () => {
    const forward = new EarHearing(ear, song.length);
    await listenToAll(forward, read);
    forward.settle();
    const scattered = new EarHearing(ear, song.length);
    for (const stretch of stretchesFrom(scattered.moments, 77, 13))
      await hearStretch(scattered, read, stretch);
    scattered.settle();
    expect(scattered.analysed.every((analysed) => analysed === 1)).toBe(true);
    // Which two moments are transformed as one shows in the last digits of a float.
    forward.levels.forEach((level, i) => expect(Math.abs(scattered.levels[i]! - level)).toBeLessThan(1e-6));
  });

  it('starts at the current moment and leaves nothing out', () => {
    const stretches = stretchesFrom(100, 55, 10);
    expect(stretches[0]).toEqual({ first: 50, count: 10 });
    expect(stretches.map(({ first }) => first).sort((a, b) => a - b)).toEqual([
      0, 10, 20, 30, 40, 50, 60, 70, 80, 90,
    ]);
  });

  it('interpolates between moments and holds the ends', () => {
    const table = { bands: 1, rate: 10, first: 0, levels: Float32Array.of(0, 1, 0.5) };
    const hearing = new TableHearing({ ...emptyTables(), ears: new Map([['e', table]]) });
    const at = (t: number) => hearing.levelsAt('e', t)![0];
    expect([at(-1), at(0.05), at(0.1), at(0.15), at(9)]).toEqual([0, 0.5, 1, 0.75, 0.5]);
  });

  it('analyses short windows more often, so that no click falls between', () => {
    const rate = (window: number) => new EarHearing({ ...ear, window }, 48000).rate;
    expect([rate(0.085), rate(1 / 30), rate(0.02), rate(0.01)]).toEqual([60, 120, 240, 480]);
    expect([rate(0.26), rate(0.27), rate(0.5)]).toEqual([60, 30, 30]);
  });
});

describe('picture', () => {
  const film = defaultFilm('x');

  it('is a pure function: the same twice, and after other moments', async () => {
    const hearing = new EarHearing(film.ears[0]!, song.length);
    await listenToAll(hearing, read);
    hearing.settle();
    const tables = { ...emptyTables(), ears: new Map([['ear-1', hearing.takeTable()]]) };
    const first = JSON.stringify(draw(film, new TableHearing(tables), 1.234));
    const later = new TableHearing(tables);
    draw(film, later, 0.1);
    draw(film, later, 1.9);
    expect(JSON.stringify(draw(film, later, 1.234))).toBe(first);
    expect(JSON.stringify(draw(film, later, 1.3))).not.toBe(first);
  });

  it('shows layers back to front, and not those hidden', () => {
    const layer = film.layers[0]!;
    const hidden = { ...layer, id: 'hidden', visible: false };
    const half = { ...layer, id: 'half', place: { ...layer.place, opacity: 0.5 }, blend: 'screen' as const };
    const { operations } = draw({ ...film, layers: [layer, hidden, half] }, silentHearing, 0);
    expect(operations.map(({ op }) => op)).toEqual(['backdrop', 'group', 'group']);
    expect(operations[2]).toMatchObject({ opacity: 0.5, blend: 'screen' });
  });

  it('shows silence while nothing has been heard', () => {
    const { operations } = draw(film, silentHearing, 0);
    const group = operations[1] as { operations: { lines: Float32Array }[] };
    const marks = group.operations.reduce((sum, { lines }) => sum + lines.length / 4, 0);
    expect(marks).toBe(2 * film.ears[0]!.bands);
  });
});
