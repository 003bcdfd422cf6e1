import { defaultFilm, suggestSections, type Film } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import {
  joinSection,
  moveSection,
  replaceSections,
  shortest,
  shownCount,
  splitSection,
} from './sectionChanges';

const end = 60;
const filmOf = (...starts: number[]): Film => ({
  ...(JSON.parse(JSON.stringify(defaultFilm('x'))) as Film),
  sections: starts.map((from, i) => ({ id: `s${i}`, name: `S${i}`, from })),
});
const starts = ({ sections }: Film) => sections.map(({ from }) => from);

describe('sections', () => {
  it('begin with two, the first from the beginning', () => {
    const film = filmOf();
    splitSection(film, 12, end);
    expect(starts(film)).toEqual([0, 12]);
    expect(film.sections[0]!.name).toBe('Intro');
  });

  it('are split where one stands, not within a moment of an edge', () => {
    const film = filmOf(0, 20);
    splitSection(film, 30, end);
    expect(starts(film)).toEqual([0, 20, 30]);
    splitSection(film, 20 + shortest / 2, end);
    expect(starts(film)).toEqual([0, 20, 30]);
  });

  it('are as many on the slider as were asked for, unless an undo or work by hand left others', () => {
    const changes = [10, 20, 30, 40].map((time, i) => ({ time, strength: 1 - i / 10 }));
    const song = { features: { rate: 2, width: 1, values: new Float32Array(120) }, changes, end };
    expect(shownCount(song, null, 4, 4)).toBe(4);
    expect(shownCount(song, null, 4, 3)).toBe(3);
    expect(shownCount(song, null, 4, 1)).toBe(2);
    expect(shownCount(song, null, 4, 40)).toBe(5);
    // A beat is a second: the first two go to the same.
    const near = { ...song, changes: [10, 10.2, 30, 40].map((time, i) => ({ time, strength: 1 - i / 10 })) };
    const beats = { bpm: 60, first: 0, perBar: 4, times: [] } as never;
    const made = suggestSections(near, beats, 5).length;
    expect(made).toBeLessThan(5);
    expect(shownCount(near, beats, 5, made)).toBe(5);
  });

  it('stay between their neighbours when they are moved', () => {
    const film = filmOf(0, 20, 40);
    moveSection(film, 's1', 25, end);
    expect(starts(film)).toEqual([0, 25, 40]);
    moveSection(film, 's1', 50, end);
    expect(film.sections[1]!.from).toBeCloseTo(40 - shortest, 9);
    moveSection(film, 's1', -5, end);
    expect(film.sections[1]!.from).toBeCloseTo(shortest, 9);
  });

  it('are joined with the one before, the first with the one after', () => {
    const film = filmOf(0, 20, 40);
    joinSection(film, 's1');
    expect(starts(film)).toEqual([0, 40]);
    joinSection(film, 's0');
    expect(film.sections).toEqual([{ id: 's2', name: 'S2', from: 0 }]);
  });

  it('that were found get ids of their own', () => {
    const film = filmOf(0);
    replaceSections(film, [
      { name: 'Part 1', from: 0 },
      { name: 'Part 2', from: 8 },
    ]);
    expect(starts(film)).toEqual([0, 8]);
    expect(new Set(film.sections.map(({ id }) => id)).size).toBe(2);
  });
});
