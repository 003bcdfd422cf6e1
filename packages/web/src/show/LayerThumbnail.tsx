import { backgroundColor, earOf, layerReferences, shownLayers, type Film, type Layer } from '@cyclogram/core';
import { useContext, useEffect, useMemo, useRef } from 'react';
import { EditorContext, useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { withContent } from './layerChanges';

/** Milliseconds without a change after which a thumbnail is painted. */
const pause = 250;
const [width, height] = [86, 48];

interface LayerThumbnailProps {
  layer: Layer;
  /** Whether it takes so long to draw that others would wait for it: then there is no picture of it. */
  slow: boolean;
}

/** What a layer draws where its ear is loudest, close up and small; painted when film and song have been still for a moment. */
export function LayerThumbnail({ layer, slow }: LayerThumbnailProps) {
  const store = useContext(EditorContext)!;
  const preview = usePreview();
  const analysed = usePreviewState((state) => state.analysed >= 1);
  const canvas = useRef<HTMLCanvasElement>(null);
  const layers = useEditor((state) => state.film.layers);
  const paths = useEditor((state) => state.film.paths);
  const palettes = useEditor((state) => state.film.palettes);
  const color = useEditor((state) => backgroundColor(state.film));
  // Made anew only when something changes that a picture of layers shows: not with every change of an ear, but when the song
  // has been heard by it.
  const film = useMemo(
    () => aloneIn({ ...store.getState().film, layers, paths, palettes }, layer),
    [store, layers, paths, palettes, layer],
  );
  const loudOf = earOf(film, layer) ?? film.ears[0]?.id ?? '';
  const key = useMemo(() => JSON.stringify([film.layers, film.paths, film.palettes]), [film]);
  useEffect(() => {
    let stale = false;
    const paint = async () => {
      const now = aloneIn(store.getState().film, layer);
      const picture = await preview.request('sign', { film: now, loudOf, width, height });
      const context = canvas.current?.getContext('2d');
      if (!stale && context) {
        context.clearRect(0, 0, width, height);
        context.drawImage(picture, 0, 0);
      }
      picture.close();
    };
    if (slow) return;
    const timer = setTimeout(() => void paint().catch(() => {}), pause);
    return () => {
      stale = true;
      clearTimeout(timer);
    };
    // The key says all of the film that is seen.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [preview, store, key, loudOf, analysed, slow]);
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

/** A film with this layer alone, and what it shows, which is hidden where it stands itself. */
function aloneIn(film: Film, layer: Layer): Film {
  const own = withContent(film, layer.id);
  const isOwn = (id: string) => own.some((other) => other.id === id);
  const elsewhere = own
    .flatMap((other) => shownLayers(film, other))
    .filter((id) => !isOwn(id))
    .flatMap((id) => withContent(film, id));
  const alone: Layer[] = own.map((other) =>
    other.id === layer.id
      ? { ...other, visible: true, group: null, blend: 'normal', place: { ...other.place, opacity: 1 } }
      : other,
  );
  const layers = [...alone, ...elsewhere.map((other): Layer => ({ ...other, visible: false }))];
  const used = new Set(layers.flatMap(layerReferences).map(({ id }) => id));
  return { ...film, layers, paths: film.paths.filter(({ id }) => used.has(id)) };
}
