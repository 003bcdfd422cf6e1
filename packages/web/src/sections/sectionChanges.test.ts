import { defaultFilm, type Film } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { joinSection, moveSection, replaceSections, shortest, splitSection } from './sectionChanges';

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
