import { defaultFilm, defaultTrack } from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { createEditorStore, openLayerId } from './editorStore';
import { newId } from './newId';

function opened() {
  const document = defaultFilm('A film', [defaultTrack('track-1', 'Song', { asset: 'a'.repeat(64) })]);
  const [layer] = document.layers;
  document.layers.push({ ...layer!, id: 'second' }, { ...layer!, id: 'third' });
  return createEditorStore({
    ...{ id: 'film', revision: 1, updatedAt: '2026-01-01T00:00:00.000Z' },
    ...{ document, past: [], future: [] },
  });
}

describe('the open film', () => {
  it('opens its layer when it has only one', () => {
    expect(opened().getState().selected).toEqual([]);
    const document = defaultFilm('One');
    const one = createEditorStore({
      ...{ id: 'film', revision: 1, updatedAt: '', past: [], future: [] },
      document,
    });
    expect(one.getState().selected).toEqual([document.layers[0]!.id]);
  });

  it('selects one layer or several; the last that is still there is open', () => {
    const store = opened();
    const { selectLayer, selectLayers, change } = store.getState();
    selectLayer('second');
    selectLayer('third', 'also');
    expect(openLayerId(store.getState())).toBe('third');
    selectLayer('third', 'also');
    expect(store.getState().selected).toEqual(['second']);
    selectLayers(['second', 'third']);
    change('delete', (film) => void film.layers.splice(2, 1));
    expect(openLayerId(store.getState())).toBe('second');
    selectLayer(undefined);
    expect(openLayerId(store.getState())).toBeUndefined();
  });

  it('forgets the chosen point, and puts the pen down, with another selection', () => {
    const store = opened();
    const { selectLayer, selectLayers, choosePoint, setTool } = store.getState();
    const selections = [
      () => selectLayer('second'),
      () => selectLayer('third', 'also'),
      () => selectLayers(['third']),
      () => selectLayer(undefined),
    ];
    for (const select of selections) {
      choosePoint(4);
      select();
      expect(store.getState().point).toBeUndefined();
    }
    setTool('pen');
    selectLayer('second');
    expect(store.getState().tool).toBe('select');
  });

  it('takes back a change with what followed from it, in one step', () => {
    const store = opened();
    const { change, amend, undo, redo } = store.getState();
    change('title', (film) => void (film.title = 'B'));
    amend((film) => void (film.fps = { numerator: 50, denominator: 1 }));
    expect(store.getState().past.map(({ label }) => label)).toEqual(['title']);
    undo();
    expect(store.getState().film).toMatchObject({ title: 'A film', fps: { numerator: 30 } });
    redo();
    expect(store.getState().film).toMatchObject({ title: 'B', fps: { numerator: 50 } });
  });

  it('notes the revision that was saved', () => {
    const store = opened();
    store.getState().setSaving({ kind: 'saving' });
    expect(store.getState().revision).toBe(1);
    store.getState().setSaving({ kind: 'saved', at: 'now' }, 2);
    expect(store.getState()).toMatchObject({ revision: 2, saving: { kind: 'saved' } });
  });
});

it('a new id is one that nothing ever had', () => {
  const ids = new Set(Array.from({ length: 500 }, () => newId('ear')));
  expect(ids.size).toBe(500);
  for (const id of ids) expect(id).toMatch(/^ear-[0-9a-f]{12}$/);
});

describe('selecting several layers', () => {
  const order = ['a', 'b', 'c', 'd', 'e'];
  const store = () => {
    const made = createEditorStore({
      ...{ id: 'film', revision: 1, updatedAt: '', past: [], future: [] },
      document: defaultFilm('A'),
    });
    return { ...made, selected: () => [...made.getState().selected] };
  };
  it('selects a range from the layer that was chosen last, whichever way, and from there again', () => {
    const { getState, selected } = store();
    getState().selectLayer('b');
    getState().selectRange('d', order);
    expect(selected()).toEqual(['b', 'c', 'd']);
    getState().selectRange('a', order);
    expect(selected().sort()).toEqual(['a', 'b']);
    expect(selected().at(-1)).toBe('a');
    getState().selectLayer('e', 'also');
    getState().selectRange('c', order);
    expect(selected().sort()).toEqual(['c', 'd', 'e']);
    expect(getState().selected.at(-1)).toBe('c');
  });
  it('opens the layer alone where there is nothing to begin at', () => {
    const { getState, selected } = store();
    getState().selectLayer(undefined);
    getState().selectRange('c', order);
    expect(selected()).toEqual(['c']);
  });
});
