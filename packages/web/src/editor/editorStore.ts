import type { Ear, Film, FilmPath, Follower, Layer, Track } from '@cyclogram/core';
import { createContext, useContext } from 'react';
import { createStore, useStore, type StoreApi } from 'zustand';
import { amendChange, makeChange, redoChange, undoChange, type Change, type History } from './history';
import { pointerPress } from './pointerPress';

/** How the film stands to what the server has. */
export type SaveState =
  | { kind: 'saved'; at: string }
  | { kind: 'unsaved' }
  | { kind: 'saving' }
  | { kind: 'failed'; text: string }
  /** The server does not take the film as it is. */
  | { kind: 'refused'; text: string }
  | { kind: 'stale'; text: string };

/** What a press on the Screen does: pick and move, draw with the pen, draw by hand. */
export type Tool = 'select' | 'pen' | 'freehand';

/** Everything about the film that is open: the document, its history, and what is selected. */
export interface EditorState extends History {
  id: string;
  /** Revision on the server that this film is based on. */
  revision: number;
  saving: SaveState;
  /** Ids of the selected layers; the last one is open. */
  selected: readonly string[];
  /** The layer that was chosen last by itself: ranges begin there. */
  anchor: string | undefined;
  /** What a press on the Screen does. */
  tool: Tool;
  /** Which point of a drawn path is chosen. */
  point: number | undefined;
  openEar: string | undefined;
  openFollower: string | undefined;
  /** Changes the film; `key` joins quick changes of one thing into one undo step. */
  change(label: string, edit: (film: Film) => void, key?: string): void;
  /** Makes a change that follows from the last one by itself: one undo takes both back. */
  amend(edit: (film: Film) => void): void;
  undo(): void;
  redo(): void;
  selectLayer(id: string | undefined, how?: 'only' | 'also'): void;
  selectLayers(ids: readonly string[]): void;
  /** Selects everything in a list from the layer that was chosen last to another one, which is open then. */
  selectRange(id: string, order: readonly string[]): void;
  setTool(tool: Tool): void;
  choosePoint(point: number | undefined): void;
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
  /** Whether the document has edits that the server does not have. */
  unsaved?: boolean;
}

export function createEditorStore({
  id,
  revision,
  updatedAt,
  document,
  past,
  future,
  unsaved = false,
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
      saving: unsaved ? { kind: 'unsaved' } : { kind: 'saved', at: updatedAt },
      // A film with one layer before its background opens it; with several, the list comes first.
      selected: onlyOne(document.layers.filter(({ backdrop }) => !backdrop)),
      tool: 'select',
      point: undefined,
      openEar: onlyOne(document.ears)[0],
      openFollower: undefined,
      change: (label, edit, key = '') =>
        setHistory((history) => makeChange(history, label, key, Date.now(), edit, pointerPress())),
      amend: (edit) => setHistory((history) => amendChange(history, edit)),
      undo: () => setHistory(undoChange),
      redo: () => setHistory(redoChange),
      anchor: undefined,
      selectLayer: (id, how = 'only') =>
        set(({ selected }) => {
          if (id === undefined) return { selected: [], anchor: undefined, tool: 'select', point: undefined };
          if (how === 'only') return { selected: [id], anchor: id, tool: 'select', point: undefined };
          const others = selected.filter((other) => other !== id);
          return {
            selected: others.length < selected.length ? others : [...others, id],
            anchor: id,
            point: undefined,
          };
        }),
      selectRange: (id, order) =>
        set(({ anchor, selected }) => {
          const from = order.indexOf(anchor ?? selected.at(-1) ?? id);
          const to = order.indexOf(id);
          if (from < 0 || to < 0) return { selected: [id], anchor: id, point: undefined };
          const range = order.slice(Math.min(from, to), Math.max(from, to) + 1);
          return {
            selected: [...range.filter((other) => other !== id), id],
            anchor: order[from],
            point: undefined,
          };
        }),
      selectLayers: (selected) => set({ selected, point: undefined }),
      setTool: (tool) => set({ tool }),
      choosePoint: (point) => set({ point }),
      openEarCard: (openEar) => set({ openEar }),
      openFollowerCard: (openFollower) => set({ openFollower }),
      setSaving: (saving, nextRevision) =>
        set(nextRevision === undefined ? { saving } : { saving, revision: nextRevision }),
    };
  });
}

const onlyOne = (items: readonly { id: string }[]) => (items.length === 1 ? [items[0]!.id] : []);

/** The layer that is open: the last of the selected ones that still exists. */
export const openLayerId = ({ film, selected }: EditorState): string | undefined =>
  [...selected].reverse().find((id) => film.layers.some((layer) => layer.id === id));

/** The open layer. */
export const useOpenLayer = (): Layer | undefined =>
  useEditor((state) => state.film.layers.find(({ id }) => id === openLayerId(state)));

export const EditorContext = createContext<EditorStore | null>(null);

/** A part of the open film's state. */
export function useEditor<T>(select: (state: EditorState) => T): T {
  return useStore(useContext(EditorContext)!, select);
}

/** The layer with this id, for use inside a change. */
export const findLayer = (film: Film, id: string): Layer | undefined =>
  film.layers.find((layer) => layer.id === id);
export const findPath = (film: Pick<Film, 'paths'>, id: string): FilmPath | undefined =>
  film.paths.find((path) => path.id === id);
export const findTrack = (film: Film, id: string): Track | undefined =>
  film.tracks.find((track) => track.id === id);
export const findFollower = (film: Film, id: string): Follower | undefined =>
  film.followers.find((follower) => follower.id === id);
export const findEar = (film: Film, id: string): Ear | undefined => film.ears.find((ear) => ear.id === id);
