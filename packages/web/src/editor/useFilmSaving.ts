import { get, set } from 'idb-keyval';
import { useEffect } from 'react';
import { ApiProblem } from '../api/client';
import { saveFilm } from '../api/films';
import type { EditorStore } from './editorStore';
import type { Change } from './history';

/** Milliseconds of quiet before a change is saved. */
const quiet = 700;

/** Milliseconds until a failed save is tried again. */
const retryAfter = 5000;

interface KeptHistory {
  revision: number;
  past: Change[];
  future: Change[];
}

const historyKey = (id: string) => `history:${id}`;

/** Undo steps kept from before a reload; none when the film has moved on since. */
export async function keptHistory(
  id: string,
  revision: number,
): Promise<Pick<KeptHistory, 'past' | 'future'>> {
  const kept = await get<KeptHistory>(historyKey(id)).catch(() => undefined);
  return kept?.revision === revision ? kept : { past: [], future: [] };
}

/** Saves the film shortly after every change, one save at a time, and keeps its undo steps in the browser. */
export function useFilmSaving(store: EditorStore): void {
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    let saving = false;

    const later = (wait: number) => {
      clearTimeout(timer);
      timer = setTimeout(() => void save(), wait);
    };
    const save = async (init?: RequestInit) => {
      const { id, film, revision, saving: state, setSaving } = store.getState();
      if (saving || state.kind === 'stale') return;
      saving = true;
      setSaving({ kind: 'saving' });
      try {
        const stored = await saveFilm(id, film, revision, init);
        const { past, future } = store.getState();
        setSaving({ kind: 'saved', at: stored.updatedAt }, stored.revision);
        await set(historyKey(id), { revision: stored.revision, past, future } satisfies KeptHistory).catch(
          () => {},
        );
        if (store.getState().film !== film) {
          setSaving({ kind: 'unsaved' });
          later(quiet);
        }
      } catch (error) {
        const stale = error instanceof ApiProblem && error.kind === 'stale-revision';
        setSaving({ kind: stale ? 'stale' : 'failed', text: (error as Error).message });
        if (!stale) later(retryAfter);
      } finally {
        saving = false;
      }
    };

    const stopWatching = store.subscribe((state, before) => {
      if (state.film === before.film) return;
      if (state.saving.kind !== 'stale') state.setSaving({ kind: 'unsaved' });
      later(quiet);
    });
    // The page may close within the quiet time: what is not saved yet is sent on the way out.
    const leave = () => {
      if (store.getState().saving.kind === 'unsaved') void save({ keepalive: true });
    };
    window.addEventListener('pagehide', leave);
    return () => {
      leave();
      clearTimeout(timer);
      stopWatching();
      window.removeEventListener('pagehide', leave);
    };
  }, [store]);
}
