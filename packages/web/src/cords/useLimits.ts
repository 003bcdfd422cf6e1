import { addressKey, type PropertyAddress } from '@cyclogram/core';
import { useEffect, useState } from 'react';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';

/** For what share of the film properties are at their limits; asked anew when the film has stood still for a moment. */
export function useLimits(): ReadonlyMap<string, number> {
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const analysed = usePreviewState((state) => state.analysed >= 1);
  const [limits, setLimits] = useState<ReadonlyMap<string, number>>(new Map());
  useEffect(() => {
    let stale = false;
    const timer = setTimeout(() => {
      preview
        .request('limits', {})
        .then((found) => {
          if (!stale) setLimits(found);
        })
        .catch(() => {});
    }, 300);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [preview, film, analysed]);
  return limits;
}

/** The same of one property. */
export const useLimitShare = (address: PropertyAddress): number => useLimits().get(addressKey(address)) ?? 0;
