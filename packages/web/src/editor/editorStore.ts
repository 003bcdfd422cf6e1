import type { Ear, Film, Follower, Layer, Track } from '@cyclogram/core';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { makeChange, redoChange, undoChange, type Change, type History } from './history';

/** How the film stands to what the server has. */
export type SaveState =
  | { kind: 'saved'; at: string }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  | { kind: 'failed'; text: string }
  | { kind: 'stale'; text: string };

/** Everything about the film that is open: the document, its history, and what is selected. */
export interface EditorState extends History {
  id: string;
  /** Revision on the server that this film is based on. */
  revision: number;
  saving: SaveState;
  selectedLayer: string | undefined;
  openEar: string | undefined;
  openFollower: string | undefined;
  /** Changes the film; `key` joins quick changes of one thing into one undo step. */
  change(label: string, edit: (film: Film) => void, key?: string): void;
  undo(): void;
  redo(): void;
  selectLayer(id: string | undefined): void;
  openEarCard(id: string | undefined): void;
  openFollowerCard(id: string | undefined): void;
  setSaving(saving: SaveState, revision?: number): void;
}

export type EditorStore = StoreApi<EditorState>;

export interface OpenedFilm {
  id: string;
  revision: number;
  updatedAt: string;
  document: Film;
  past: Change[];
  future: Change[];
}

export function createEditorStore({
  id,
  revision,
  updatedAt,
  document,
  past,
  future,
}: OpenedFilm): EditorStore {
  return createStore<EditorState>()((set) => {
    const setHistory = (next: (history: History) => History) =>
      set((state) => {
        const { film, past, future } = next(state);
        return film === state.film ? {} : { film, past, future };
      });
    return {
      id,
      revision,
      film: document,
      past,
      future,
      saving: { kind: 'saved', at: updatedAt },
      // A film with one layer opens it; with several, the list comes first.
      selectedLayer: onlyOne(document.layers),
      openEar: onlyOne(document.ears),
      openFollower: undefined,
      change: (label, edit, key = '') =>
        setHistory((history) => makeChange(history, label, key, Date.now(), edit)),
      undo: () => setHistory(undoChange),
      redo: () => setHistory(redoChange),
      selectLayer: (selectedLayer) => set({ selectedLayer }),
      openEarCard: (openEar) => set({ openEar }),
      openFollowerCard: (openFollower) => set({ openFollower }),
      setSaving: (saving, nextRevision) =>
        set(nextRevision === undefined ? { saving } : { saving, revision: nextRevision }),
    };
  });
}

const onlyOne = (items: readonly { id: string }[]) => (items.length === 1 ? items[0]!.id : undefined);

export const EditorContext = createContext<EditorStore | null>(null);

/** A part of the open film's state. */
export function useEditor<T>(select: (state: EditorState) => T): T {
  return useStore(useContext(EditorContext)!, select);
}

/** The layer with this id, for use inside a change. */
export const findLayer = (film: Film, id: string): Layer | undefined =>
  film.layers.find((layer) => layer.id === id);
export const findTrack = (film: Film, id: string): Track | undefined =>
  film.tracks.find((track) => track.id === id);
export const findFollower = (film: Film, id: string): Follower | undefined =>
  film.followers.find((follower) => follower.id === id);
export const findEar = (film: Film, id: string): Ear | undefined => film.ears.find((ear) => ear.id === id);

/** An id that none of the items has: the first free `stem-n`. */
export function freeId(stem: string, items: readonly { id: string }[]): string {
  for (let n = items.length + 1; ; n++) {
    const id = `${stem}-${n}`;
    if (!items.some((item) => item.id === id)) return id;
  }
}
