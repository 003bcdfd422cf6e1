import type { Film } from '@cyclogram/core';
import { useEffect, useRef } from 'react';
import { usePreview, usePreviewState } from '../editor/previewContext';
import type { ScopeData } from '../workers/messages';

/** Milliseconds from one look to the next. */
const interval = 180;

/** Looks at a film's picture at the present time: when either has changed, and now and then while the film plays. */
export function useScope(film: Film, bins: number, onData: (data: ScopeData) => void): void {
  const preview = usePreview();
  const analysed = usePreviewState((state) => Math.floor(4 * state.analysed));
  const tell = useRef(onData);
  useEffect(() => {
    tell.current = onData;
  });
  useEffect(() => {
    let stale = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let seen = NaN;
    const look = async () => {
      seen = preview.time();
      const data = await preview.request('scope', { film, time: preview.moment(), bins });
      if (!stale) tell.current(data);
    };
    const soon = () => {
      // Not for every step of a drag: the last one counts.
      timer ??= setTimeout(() => {
        void look()
          .catch(() => {})
          .finally(() => (timer = undefined));
      }, interval);
    };
    soon();
    const stop = preview.onFrame(() => preview.time() !== seen && soon());
    return () => {
      stale = true;
      clearTimeout(timer);
      stop();
    };
  }, [preview, film, bins, analysed]);
}
