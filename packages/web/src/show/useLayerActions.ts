import type { Film } from '@cyclogram/core';
import { toast } from 'sonner';
import { useContext } from 'react';
import { EditorContext, openLayerId } from '../editor/editorStore';
import { crossfade } from './crossfade';
import {
  deleteLayers,
  duplicateLayers,
  groupLayers,
  moveToGroup,
  linkLayers,
  ungroupLayer,
  unlinkLayer,
} from './layerChanges';
import { copyLayers, keepCopied, keptCopied, pasteLayers } from './layerClipboard';

/** What is done to the selected layers, from buttons and from the keyboard. */
export function useLayerActions() {
  const store = useContext(EditorContext)!;
  const chosen = (): string[] => {
    const { film, selected } = store.getState();
    return film.layers.filter(({ id }) => selected.includes(id)).map(({ id }) => id);
  };
  const free = (): string[] => {
    const { layers } = store.getState().film;
    return chosen().filter((id) => !layers.find((layer) => layer.id === id)!.locked);
  };
  /** Makes a change, and selects the layers that it gives back. */
  const make = (label: string, ids: readonly string[], edit: (film: Film) => string[] | undefined) => {
    if (ids.length === 0) return;
    const { change, selectLayers } = store.getState();
    let next: string[] | undefined;
    change(label, (film) => {
      next = edit(film);
    });
    if (next) selectLayers(next);
  };
  return {
    duplicate: () => make('duplicate layer', chosen(), (film) => duplicateLayers(film, chosen())),
    remove: () =>
      make('delete layer', free(), (film) => {
        deleteLayers(film, free());
        return [];
      }),
    group: () => make('group', free(), (film) => [groupLayers(film, free())]),
    ungroup: () => make('ungroup', free(), (film) => free().flatMap((id) => ungroupLayer(film, id))),
    link: () => make('linked copy', chosen(), (film) => linkLayers(film, chosen())),
    unlink: () =>
      make('unlink', free(), (film) => {
        free().forEach((id) => unlinkLayer(film, id));
        return undefined;
      }),
    crossfade: (range: readonly [number, number]) =>
      make('crossfade', free(), (film) => {
        crossfade(film, free(), range);
        return undefined;
      }),
    moveTo: (group: string | null) =>
      make('move to group', free(), (film) => {
        free().forEach((id) => moveToGroup(film, id, group));
        return undefined;
      }),
    copy: () => {
      const ids = chosen();
      if (ids.length === 0) return;
      const { film, id } = store.getState();
      try {
        keepCopied(copyLayers(film, id, ids));
      } catch (error) {
        toast.error((error as Error).message);
        return;
      }
      toast.success(ids.length === 1 ? 'Layer copied' : `${ids.length} layers copied`);
    },
    paste: () => {
      const copied = keptCopied();
      if (copied?.cyclogram !== 'layers 8') return;
      try {
        make('paste layers', ['any'], (film) => pasteLayers(film, store.getState().id, copied));
      } catch (error) {
        toast.error(`What was copied does not fit: ${(error as Error).message}`);
      }
    },
    selectAll: () => {
      const { film, selectLayers } = store.getState();
      const open = openLayerId(store.getState());
      const others = film.layers.filter(({ id, group }) => group === null && id !== open).map(({ id }) => id);
      selectLayers(open ? [...others, open] : others);
    },
  };
}
