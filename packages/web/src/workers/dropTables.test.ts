import { defaultFollower, emptyTables, sliceEars, type Cord, type Film } from '@cyclogram/core';
import { defaultFilm, newLayer, defaultsOf, cordRecord, sourceKinds, spreadRecord } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { dropTables } from './dropTables';

const table = { bands: 1, rate: 10, first: 0, levels: new Float32Array(1) };
const values = { rate: 10, values: new Float32Array(1), delay: 0, fires: [] };
const nowhere = { width: 0, height: 0 };

/** A film whose letters each follow a slice of their own. */
function lettered(text: string): Film {
  const film: Film = defaultFilm('x');
  const layer = newLayer('lettering', film, { id: 'word', name: 'Word', text });
  const source = {
    ...defaultsOf(sourceKinds.follower.record, nowhere),
    kind: 'follower',
    follower: 'kick',
    peak: 2,
  };
  const cord = {
    ...defaultsOf(cordRecord, nowhere),
    id: 'c',
    target: { list: 'layers', id: 'word', key: 'letterScale', item: '' },
    source,
    spread: { ...defaultsOf(spreadRecord, nowhere), slices: true },
  } as unknown as Cord;
  return {
    ...film,
    followers: [defaultFollower('kick', film.ears[0]!.id, 'Kick')],
    layers: [layer],
    cords: [cord],
  };
}

describe('tables of the painter', () => {
  it('of ears, slices, waveforms and followers that are gone go', () => {
    const film = lettered('AB');
    const tables = emptyTables();
    for (const id of [film.ears[0]!.id, 'gone', ...sliceEars(film).map(({ id }) => id)])
      tables.ears.set(id, table);
    tables.followers.set('kick', values).set('gone', values);
    tables.waveforms.set('gone', { rate: 1, samples: new Int16Array(1) });
    dropTables(tables, film);
    expect([...tables.ears.keys()].sort()).toEqual(
      [film.ears[0]!.id, ...sliceEars(film).map(({ id }) => id)].sort(),
    );
    expect([[...tables.followers.keys()], tables.waveforms.size]).toEqual([['kick'], 0]);
  });

  it('of letters that are typed none stay behind', () => {
    const tables = emptyTables();
    for (const text of ['A', 'AB', 'ABC', 'ABCD', 'ABCDE']) {
      const film = lettered(text);
      for (const { id } of sliceEars(film)) tables.ears.set(id, table);
      dropTables(tables, film);
      expect(sliceEars(film)).toHaveLength(1);
      expect(tables.ears.size).toBe(1);
    }
  });
});
