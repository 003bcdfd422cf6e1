import { defaultFilm, type Film } from '@cyclogram/core';
import { beforeEach, expect, it, vi } from 'vitest';
import type { StoredFilm } from '../api/films';
import { keepEdits, keptEdits } from './keptEdits';
import { keptHistory } from './useFilmSaving';
import { whatIsKept } from './whatIsKept';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(structuredClone(kept.get(key))),
  set: (key: string, value: unknown) => Promise.resolve(void kept.set(key, structuredClone(value))),
  del: (key: string) => Promise.resolve(void kept.delete(key)),
}));
beforeEach(() => kept.clear());

const film = (title: string): Film => ({ ...defaultFilm('x'), title });
const stored = (title: string, revision: number) =>
  ({ id: 'film', revision, document: film(title) }) as StoredFilm;
const past = [{ label: 'title', key: '', at: 0, patches: [], inverse: [] }] as never[];
const keep = (title: string, revision: number, at = new Date()) =>
  keepEdits('film', { revision, film: film(title), past, future: [], at: at.toISOString() });
const unasked = () => Promise.reject(new Error('it was not to be asked'));

it('offers edits that the server does not have', async () => {
  await keep('B', 1, new Date(0));
  const { edits } = await whatIsKept(stored('A', 1), unasked);
  expect(edits?.film.title).toBe('B');
});

it('offers none that it has, whatever order their properties are in, and keeps their undo steps', async () => {
  await keep('B', 1);
  const { title, ...rest } = film('B');
  const now = { ...stored('B', 2), document: { ...rest, title } } as StoredFilm;
  const { edits, history } = await whatIsKept(now, unasked);
  expect([edits, history.past]).toEqual([null, past]);
  expect(await keptEdits('film')).toBeUndefined();
  expect((await keptHistory('film', 2)).past).toEqual(past);
});

it('waits for a save that is on its way since the page was left a moment ago', async () => {
  await keep('B', 1);
  const look = vi.fn(() => Promise.resolve(stored('B', 2)));
  const found = await whatIsKept(stored('A', 1), look);
  expect(found).toMatchObject({ edits: null, stored: { revision: 2 } });
  expect(look).toHaveBeenCalledTimes(1);
});

it('offers them when that does not arrive', async () => {
  await keep('B', 1);
  const { edits } = await whatIsKept(stored('A', 1), () => Promise.resolve(stored('A', 1)));
  expect(edits?.film.title).toBe('B');
});
