import type { Film } from '@cyclogram/core';
import { useMemo } from 'react';
import { useEditor } from './editorStore';

/** What of a film is about places. */
export type PlacedFilm = Pick<Film, 'layers' | 'paths' | 'width' | 'height'>;

/** The open film's places: the same object until one of them changes, whatever the ears do. */
export function usePlacedFilm(): PlacedFilm {
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const width = useEditor((state) => state.film.width);
  const height = useEditor((state) => state.film.height);
  return useMemo(() => ({ layers, paths, width, height }), [layers, paths, width, height]);
}
