import type { Film, Layer } from '@cyclogram/core';
import { useContext, useEffect, useMemo, useRef } from 'react';
import { EditorContext, useEditor } from '../editor/editorStore';
import { useStage, useStageState } from '../editor/stageContext';
import { withContent } from './layerChanges';

/** Milliseconds without a change after which a thumbnail is painted. */
const pause = 250;
const [width, height] = [86, 48];

/** What a layer draws where its ear is loudest, close up and small; painted when film and song have been still for a moment. */
export function LayerThumbnail({ layer }: { layer: Layer }) {
  const store = useContext(EditorContext)!;
  const stage = useStage();
  const heard = useStageState((state) => state.heard >= 1);
  const canvas = useRef<HTMLCanvasElement>(null);
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const palettes = useEditor((state) => state.film.palettes);
  const color = useEditor((state) => state.film.background.color);
  // Made anew only when something changes that a picture of layers shows: not with every change of an ear, but when the song
  // has been heard by it.
  const film = useMemo(
    () => aloneIn({ ...store.getState().film, layers, paths, palettes }, layer),
    [store, layers, paths, palettes, layer],
  );
  const loudOf = earOf(film, layer);
  const key = useMemo(() => JSON.stringify([film.layers, film.paths, film.palettes]), [film]);
  useEffect(() => {
    let stale = false;
    const paint = async () => {
      const now = aloneIn(store.getState().film, layer);
      const picture = await stage.request('sign', { film: now, loudOf, width, height });
      const context = canvas.current?.getContext('2d');
      if (!stale && context) {
        context.clearRect(0, 0, width, height);
        context.drawImage(picture, 0, 0);
      }
      picture.close();
    };
    const timer = setTimeout(() => void paint().catch(() => {}), pause);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // The key says all of the film that is seen.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stage, store, key, loudOf, heard]);
  return (
    <canvas
      ref={canvas}
      width={width}
      height={height}
      className="h-6 w-[43px]"
      style={{ background: color }}
      aria-hidden
    />
  );
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
