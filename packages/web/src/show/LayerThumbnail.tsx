import type { Film, Layer } from '@cyclogram/core';
import { useContext, useEffect, useMemo, useRef } from 'react';
import { EditorContext, useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';
import { withContent } from './layerChanges';

/** Milliseconds without a change after which a thumbnail is painted. */
const pause = 250;
const size = { width: 64, height: 36 };

/** What a layer draws where its ear is loudest, small. */
export function LayerThumbnail({ layer }: { layer: Layer }) {
  const store = useContext(EditorContext)!;
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const palettes = useEditor((state) => state.film.palettes);
  const background = useEditor((state) => state.film.background);
  // Made anew only when something changes that a picture of layers shows: not with every change of an ear.
  const only = useMemo(
    () => aloneIn({ ...store.getState().film, layers, paths, palettes, background }, layer),
    [store, layers, paths, palettes, background, layer],
  );
  return <FilmThumbnail film={only} loudOf={earOf(only, layer)} className="h-6 w-[43px]" {...size} />;
}

/** A film with this layer alone, and what it needs. */
function aloneIn(film: Film, layer: Layer): Film {
  const source = layer.kind === 'tied' ? withContent(film, layer.source) : [];
  const layers = [...withContent(film, layer.id), ...source];
  const shown = layers.map((other) =>
    other.id === layer.id
      ? { ...other, visible: true, group: null, opacity: 1, blend: 'normal' as const }
      : other,
  );
  const hidden = shown.map((other) =>
    source.some(({ id }) => id === other.id) ? { ...other, visible: false } : other,
  );
  const used = new Set(
    hidden.flatMap((other) =>
      other.kind === 'figure' ? [other.path] : other.kind === 'group' ? [other.clip] : [],
    ),
  );
  return { ...film, layers: hidden, paths: film.paths.filter(({ id }) => used.has(id)) };
}

function earOf(film: Film, layer: Layer): string {
  if (layer.kind === 'figure') return layer.ear;
  const inner =
    layer.kind === 'tied'
      ? film.layers.find(({ id }) => id === layer.source)
      : film.layers.find(({ group }) => group === layer.id);
  return inner && inner.id !== layer.id ? earOf(film, inner) : (film.ears[0]?.id ?? '');
}

interface FilmThumbnailProps {
  film: Film;
  /** The ear at whose loudest moment it is shown. */
  loudOf: string;
  width: number;
  height: number;
  className?: string;
}

/** A film's picture where an ear is loudest, painted when film and song have been still for a moment. */
export function FilmThumbnail({ film, loudOf, width, height, className }: FilmThumbnailProps) {
  const stage = useStage();
  const heard = useStageState((state) => state.heard >= 1);
  const canvas = useRef<HTMLCanvasElement>(null);
  const key = useMemo(
    () => JSON.stringify([film.layers, film.paths, film.palettes, film.background]),
    [film],
  );
  useEffect(() => {
    let stale = false;
    const paint = async () => {
      const picture = await stage.request('paint', { film, time: { loudOf }, width, height });
      if (!stale) canvas.current?.getContext('2d')?.drawImage(picture, 0, 0);
      picture.close();
    };
    const timer = setTimeout(() => void paint().catch(() => {}), pause);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // The key says all of the film that is seen.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stage, key, loudOf, heard, width, height]);
  return <canvas ref={canvas} width={width} height={height} className={className} aria-hidden />;
}
