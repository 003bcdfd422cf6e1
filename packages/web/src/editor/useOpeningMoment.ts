import { liveliestMoment, type Film } from '@cyclogram/core';
import { useQueries } from '@tanstack/react-query';
import { useEffect, useRef } from 'react';
import type { Asset } from '../api/assets';
import { overviewQuery } from '../tape/useTapeData';
import { useEditor } from './editorStore';
import { keepPlace, keptPlace } from './placeInFilm';
import { usePreview } from './previewContext';

/** Milliseconds between two times at which the place is kept while it moves. */
const interval = 1000;

/**
 * Opens a film where it was left; one that was never open at its liveliest moment, which its picture in the library shows.
 * A film without a song has no other moment than its first.
 * @param complete whether all is known of the film's sounds
 */
export function useOpeningMoment(assets: ReadonlyMap<string, Asset>, complete: boolean): void {
  const preview = usePreview();
  const id = useEditor((state) => state.id);
  const film = useEditor((state) => state.film);
  const opened = useRef(false);
  const heard = soundsOf(film).flatMap((sha256) => assets.get(sha256) ?? []);
  const overviews = useQueries({ queries: heard.map((asset) => overviewQuery(asset)) });
  const settled = complete && film.tracks.length > 0 && overviews.every(({ isPending }) => !isPending);

  useEffect(() => {
    if (opened.current || !complete || film.tracks.length === 0) return;
    const end = preview.secondsOf(film, assets);
    const position = keptPlace(id);
    if (position === undefined && !settled) return;
    opened.current = true;
    // Whoever has moved already knows where to.
    if (preview.time() > 0 || preview.state.getState().playing || end <= 0) return;
    const liveliest = () =>
      liveliestMoment(
        film,
        ({ source }) => {
          const index = heard.findIndex(({ sha256 }) => sha256 === source.asset);
          const points = overviews[index]?.data;
          return points && { points, step: heard[index]!.overviewStep, length: heard[index]!.length };
        },
        end,
      );
    preview.seek(Math.min(position ?? liveliest(), end));
  }, [assets, complete, film, heard, id, overviews, preview, settled]);

  useEffect(() => {
    let last = 0;
    let kept: number | undefined;
    const keep = () => {
      const time = preview.time();
      if (!opened.current || time === kept) return;
      kept = time;
      keepPlace(id, time);
    };
    const stop = preview.onFrame(() => {
      const now = performance.now();
      if (now - last < interval) return;
      last = now;
      keep();
    });
    window.addEventListener('pagehide', keep);
    return () => {
      stop();
      window.removeEventListener('pagehide', keep);
      keep();
    };
  }, [id, preview]);
}

/** Hashes of a film's sounds, each once. */
const soundsOf = ({ tracks }: Film): string[] => [
  ...new Set(tracks.flatMap(({ source }) => source.asset ?? [])),
];
