import { defaultFilm, defaultTrack } from '@cyclogram/core';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ApiProblem } from '../api/client';
import type { StoredFilm } from '../api/films';
import { createEditorStore, type EditorStore } from './editorStore';
import { forgetFilm } from './forgetFilm';
import { keptEdits } from './keptEdits';
import { FilmSaver } from './useFilmSaving';

const kept = vi.hoisted(() => new Map<string, unknown>());
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(structuredClone(kept.get(key))),
  set: (key: string, value: unknown) => Promise.resolve(void kept.set(key, structuredClone(value))),
  del: (key: string) => Promise.resolve(void kept.delete(key)),
}));
const saveFilm = vi.hoisted(() => vi.fn<(...args: unknown[]) => Promise<unknown>>());
vi.mock('../api/films', () => ({ saveFilm }));

/** What the server answers next. */
const taken = (revision: number) => Promise.resolve({ revision, updatedAt: 'now' } as StoredFilm);
const refusal = (status: number, kind: string, text: string) => () =>
  Promise.reject(new ApiProblem(status, kind, 'Refused', text));

let store: EditorStore;
let saver: FilmSaver;
const retitle = (title: string) => store.getState().change('title', (film) => void (film.title = title));
const saving = () => store.getState().saving;

beforeEach(() => {
  vi.useFakeTimers();
  kept.clear();
  saveFilm.mockReset();
  store = createEditorStore({
    ...{ id: 'film', revision: 1, updatedAt: '', past: [], future: [] },
    document: defaultFilm('A', [defaultTrack('t', 'T', { path: 'a.wav' })]),
  });
  saver = new FilmSaver(store);
});
afterEach(() => {
  saver.close();
  vi.useRealTimers();
});

describe('saving', () => {
  it('a change is kept in the browser until the server has it', async () => {
    saveFilm.mockReturnValue(taken(2));
    retitle('B');
    await vi.advanceTimersByTimeAsync(200);
    expect((await keptEdits('film'))?.film.title).toBe('B');
    expect(saveFilm).not.toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(1000);
    expect(saveFilm).toHaveBeenCalledTimes(1);
    expect(saving().kind).toBe('saved');
    expect(await keptEdits('film')).toBeUndefined();
  });

  it('while something is dragged it is kept once a second, and at the end', async () => {
    saveFilm.mockReturnValue(taken(2));
    const writes = vi.fn();
    const set = kept.set.bind(kept);
    kept.set = (key, value) => {
      if (key.startsWith('unsaved:')) writes();
      return set(key, value);
    };
    for (let i = 0; i < 300; i++) {
      retitle(`B ${i}`);
      await vi.advanceTimersByTimeAsync(16);
    }
    // 4.8 s of dragging.
    expect(writes).toHaveBeenCalledTimes(4);
    await vi.advanceTimersByTimeAsync(160);
    expect((await keptEdits('film'))?.film.title).toBe('B 299');
    expect(writes).toHaveBeenCalledTimes(5);
    kept.set = set;
  });

  it('what is kept of a film goes with it', async () => {
    saveFilm.mockReturnValue(taken(2));
    retitle('B');
    await vi.advanceTimersByTimeAsync(1000);
    expect([...kept.keys()]).toEqual(['history:film']);
    await forgetFilm('film');
    expect(kept.size).toBe(0);
  });

  it('what the server does not take is not sent again until it is changed, and its reason is shown', async () => {
    saveFilm.mockImplementation(refusal(422, 'bad-film', 'layers[0].figure.side is wrong'));
    retitle('B');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(saveFilm).toHaveBeenCalledTimes(1);
    expect(saving()).toEqual({ kind: 'refused', text: 'layers[0].figure.side is wrong' });
    expect((await keptEdits('film'))?.film.title).toBe('B');
    saveFilm.mockReturnValue(taken(2));
    store.getState().undo();
    await vi.advanceTimersByTimeAsync(1000);
    expect(saveFilm).toHaveBeenCalledTimes(2);
    expect(saving().kind).toBe('saved');
  });

  it('a server that is away is tried again', async () => {
    saveFilm.mockRejectedValueOnce(new Error('no connection')).mockReturnValue(taken(2));
    retitle('B');
    await vi.advanceTimersByTimeAsync(1000);
    expect(saving()).toEqual({ kind: 'failed', text: 'no connection' });
    await vi.advanceTimersByTimeAsync(5000);
    expect(saving().kind).toBe('saved');
  });

  it('nothing is overwritten that was saved elsewhere', async () => {
    saveFilm.mockImplementation(refusal(409, 'stale-revision', 'It was saved elsewhere.'));
    retitle('B');
    await vi.advanceTimersByTimeAsync(1000);
    retitle('C');
    await vi.advanceTimersByTimeAsync(60_000);
    expect(saveFilm).toHaveBeenCalledTimes(1);
    expect(saving().kind).toBe('stale');
  });
});

describe('leaving the page', () => {
  it('keeps a change that was made while a save was on its way', async () => {
    let answer = (_film: unknown) => {};
    saveFilm.mockReturnValue(new Promise((resolve) => (answer = resolve)));
    retitle('B');
    await vi.advanceTimersByTimeAsync(1000);
    retitle('C');
    saver.leave();
    expect((await keptEdits('film'))?.film.title).toBe('C');
    answer({ revision: 2, updatedAt: 'now' });
    await vi.advanceTimersByTimeAsync(10);
    // B has arrived, C has not.
    expect((await keptEdits('film'))?.film.title).toBe('C');
  });

  it('keeps a film that is too large for a request that outlives the page, and one that could not be saved', async () => {
    store.getState().change('layers', (film) => {
      film.layers = Array.from({ length: 200 }, (_, i) => ({ ...film.layers[0]!, id: `layer-${i}` }));
    });
    saver.leave();
    expect(saveFilm).not.toHaveBeenCalled();
    expect((await keptEdits('film'))?.film.layers).toHaveLength(200);
    store.getState().setSaving({ kind: 'failed', text: 'no connection' });
    kept.clear();
    saver.leave();
    expect((await keptEdits('film'))?.film.layers).toHaveLength(200);
  });

  it('sends a small one at once', () => {
    saveFilm.mockReturnValue(taken(2));
    retitle('B');
    saver.leave();
    expect(saveFilm.mock.lastCall?.at(-1)).toEqual({ keepalive: true });
  });
});
