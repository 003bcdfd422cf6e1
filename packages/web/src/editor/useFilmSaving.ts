import { get, set } from 'idb-keyval';
import { useEffect } from 'react';
import { ApiProblem } from '../api/client';
import { saveFilm } from '../api/films';
import type { EditorStore } from './editorStore';
import type { Change } from './history';
import { historyKey } from './forgetFilm';
import { dropEdits, keepEdits } from './keptEdits';

/** Milliseconds of quiet before a change is saved, and before it is kept in the browser. */
const quiet = 700;
const keepAfter = 150;
/** Where there is no quiet, as while something is dragged, it is kept every so many milliseconds. */
const keepEvery = 1000;

/** Milliseconds until a save that met no server, or a server in trouble, is tried again. */
const retryAfter = 5000;

/** Most bytes of a request that outlives its page (Fetch standard: 64 KiB of all such requests together). */
const maxKeepalive = 60_000;

interface KeptHistory {
  revision: number;
  past: Change[];
  future: Change[];
}

/** Keeps undo steps for the next time the film is opened at this revision. */
export const keepHistory = (id: string, history: KeptHistory): Promise<void> =>
  set(historyKey(id), history).catch(() => {});

/** Undo steps kept from before a reload; none when the film has moved on since. */
export async function keptHistory(
  id: string,
  revision: number,
): Promise<Pick<KeptHistory, 'past' | 'future'>> {
  const kept = await get<KeptHistory>(historyKey(id)).catch(() => undefined);
  return kept?.revision === revision ? kept : { past: [], future: [] };
}

/**
 * Saves the film shortly after every change, one save at a time, and keeps its undo steps in the browser.
 * Until the server has a change it is kept there, too, and offered when the film is opened again.
 */
export function useFilmSaving(store: EditorStore): void {
  useEffect(() => {
    const saver = new FilmSaver(store);
    const leave = () => saver.leave();
    window.addEventListener('pagehide', leave);
    document.addEventListener('visibilitychange', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      document.removeEventListener('visibilitychange', leave);
      saver.close();
    };
  }, [store]);
}

/** Saves one open film for as long as it is open. */
export class FilmSaver {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private keeping: ReturnType<typeof setTimeout> | undefined;
  /** When the first change was made that is not kept. */
  private unkept: number | undefined;
  private saving = false;
  private closed = false;
  private readonly stopWatching: () => void;

  constructor(private readonly store: EditorStore) {
    this.stopWatching = store.subscribe((state, before) => {
      if (state.film === before.film) return;
      if (state.saving.kind !== 'stale') state.setSaving({ kind: 'unsaved' });
      this.later(quiet);
      this.keepSoon();
    });
    // Edits that were kept from before are sent at once.
    if (!this.isSaved()) this.later(0);
  }

  /** The page may close: what the server does not have is kept, and sent if it is small enough to outlive the page. */
  leave(): void {
    if (this.isSaved()) return;
    this.keep();
    const { film, saving } = this.store.getState();
    const small = JSON.stringify(film).length < maxKeepalive;
    if (small && !this.saving && saving.kind === 'unsaved') void this.save({ keepalive: true });
  }

  /** The page stays, but the film is left: the last changes are saved as any others. */
  close(): void {
    this.closed = true;
    this.stopWatching();
    clearTimeout(this.timer);
    if (!this.isSaved()) {
      this.keep();
      if (!this.saving) void this.save();
    }
  }

  private isSaved(): boolean {
    return this.store.getState().saving.kind === 'saved';
  }

  private later(wait: number): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), wait);
  }

  /** Keeps the film when it has been quiet for a moment, or has not been kept for long. */
  private keepSoon(): void {
    const now = Date.now();
    this.unkept ??= now;
    clearTimeout(this.keeping);
    this.keeping = setTimeout(() => this.keep(), Math.min(keepAfter, this.unkept + keepEvery - now));
  }

  private keep(): void {
    clearTimeout(this.keeping);
    this.keeping = undefined;
    this.unkept = undefined;
    const { id, revision, film, past, future } = this.store.getState();
    if (!this.isSaved()) void keepEdits(id, { revision, film, past, future, at: new Date().toISOString() });
  }

  private async save(init?: RequestInit): Promise<void> {
    const { id, film, revision, saving, setSaving } = this.store.getState();
    if (this.saving || saving.kind === 'stale') return;
    this.saving = true;
    setSaving({ kind: 'saving' });
    try {
      const stored = await saveFilm(id, film, revision, init);
      const { past, future } = this.store.getState();
      setSaving({ kind: 'saved', at: stored.updatedAt }, stored.revision);
      await keepHistory(id, { revision: stored.revision, past, future });
      if (this.store.getState().film === film) {
        clearTimeout(this.keeping);
        this.keeping = undefined;
        this.unkept = undefined;
        await dropEdits(id);
      } else {
        setSaving({ kind: 'unsaved' });
        if (this.closed) queueMicrotask(() => void this.save());
        else this.later(quiet);
      }
    } catch (error) {
      this.fail(error as Error);
    } finally {
      this.saving = false;
    }
  }

  private fail(error: Error): void {
    const { setSaving } = this.store.getState();
    const status = error instanceof ApiProblem ? error.status : 0;
    if (error instanceof ApiProblem && error.kind === 'stale-revision')
      setSaving({ kind: 'stale', text: error.message });
    else if (status >= 400 && status < 500) {
      // The same film would be refused again: what is wrong has to be changed first.
      setSaving({ kind: 'refused', text: error.message });
    } else {
      setSaving({ kind: 'failed', text: error.message });
      if (!this.closed) this.later(retryAfter);
    }
  }
}
