import {
  defaultFilm,
  defaultTrack,
  fieldsOf,
  figureKinds,
  newLayer,
  parseFilm,
  type FigureKindName,
  type FigureLayer,
  type Film,
} from '@cyclogram/core';
import { describe, expect, it } from 'vitest';
import { createEditorStore } from '../editor/editorStore';
import { layerEdits } from './useLayerEdits';

const kinds = Object.keys(figureKinds) as FigureKindName[];

/** A film with a figure of every kind, a group and a linked copy, all of them selected. */
function everyKind() {
  const film = structuredClone(defaultFilm('x', [defaultTrack('t', 'T', { path: 'a.wav' })]));
  const [ring] = film.layers as [FigureLayer];
  film.layers = [
    ...kinds.map((kind) => ({
      ...structuredClone(ring),
      id: kind,
      figure: figureKinds[kind].defaults(film),
    })),
    newLayer('group', film, { id: 'group', name: 'Group' }),
    newLayer('linked', film, { id: 'linked', name: 'Linked', source: 'bars' }),
  ] as Film['layers'];
  const store = createEditorStore({
    ...{ id: 'film', revision: 1, updatedAt: '', past: [], future: [] },
    document: film,
  });
  const { change } = store.getState();
  return {
    store,
    edits: layerEdits(
      change,
      film.layers.map(({ id }) => id),
    ),
  };
}

const figureIn = (film: Film, id: string) =>
  (film.layers.find((layer) => layer.id === id) as FigureLayer).figure as unknown as Record<string, unknown>;

describe('a property that is set for layers of several kinds', () => {
  it.each(kinds)('each value of a figure of kind %s leaves a film that can be saved', (kind) => {
    for (const field of fieldsOf(figureKinds[kind].record)) {
      const values =
        field.kind === 'choice'
          ? field.choices.map(({ value }) => value)
          : field.kind === 'number'
            ? [field.min, field.max]
            : [];
      for (const value of values) {
        const { store, edits } = everyKind();
        edits.setFigure(field.key, value);
        const { film } = store.getState();
        expect(figureIn(film, kind)[field.key]).toBe(value);
        expect(() => parseFilm(structuredClone(film))).not.toThrow();
      }
    }
  });

  it('stays as it was where the kind does not have the value', () => {
    const { store, edits } = everyKind();
    const before = figureIn(store.getState().film, 'waveform')['side'];
    edits.setFigure('side', 'opposite');
    const { film } = store.getState();
    expect(figureIn(film, 'bars')['side']).toBe('opposite');
    expect(figureIn(film, 'waveform')['side']).toBe(before);
  });

  it('of the layer itself goes to all of them, and one undo takes it back', () => {
    const { store, edits } = everyKind();
    edits.setPlace('opacity', { opacity: 0.4 });
    edits.set('blend', { blend: 'screen' });
    const positions = () => store.getState().film.layers.map(({ place, blend }) => [place.opacity, blend]);
    expect(new Set(positions().map(String))).toEqual(new Set(['0.4,screen']));
    store.getState().undo();
    store.getState().undo();
    expect(new Set(positions().map(String))).toEqual(new Set(['1,normal']));
  });

  it('is not set for layers that are locked', () => {
    const { store, edits } = everyKind();
    store.getState().change('lock', (film) => void (film.layers[0]!.locked = true));
    edits.setPlace('opacity', { opacity: 0.4 });
    expect(store.getState().film.layers[0]!.place.opacity).toBe(1);
  });
});
