import { addOffered, galleryGroups, type Film, type GalleryOffer } from '@cyclogram/core';
import { useEffect, useMemo, useRef } from 'react';
import { Dialog } from '../controls/Dialog';
import { useEditor } from '../editor/editorStore';
import { newId } from '../editor/newId';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { withOwnDefaults } from '../recipes/ownDefaults';
import { icons } from '../controls/icons';

const size = { width: 192, height: 108 };
/** Milliseconds between two pictures of a thumbnail while the song plays. */
const interval = 160;

interface GalleryProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Layers to add: what looks like something as it looks with this song, moving while it plays. */
export function Gallery({ open, onOpenChange }: GalleryProps) {
  const change = useEditor((state) => state.change);
  const selectLayers = useEditor((state) => state.selectLayers);
  const preview = usePreview();
  const film = useEditor((state) => state.film);
  const ear = film.ears[0]?.id;
  useEffect(() => {
    if (!open) return;
    preview.wantWaveform(ear);
    return () => preview.wantWaveform(undefined);
  }, [preview, open, ear]);
  const add = (offered: GalleryOffer) => {
    let id = '';
    change('add layer', (draft) => {
      const layer = addOffered(draft, offered, newId);
      withOwnDefaults(layer);
      id = layer.id;
    });
    selectLayers([id]);
    onOpenChange(false);
  };
  return (
    <Dialog
      width="w-[720px]"
      open={open}
      onOpenChange={onOpenChange}
      title="Add a layer"
      description="Figures are shown with this song, fed by the film’s first ear. Everything about each can be changed."
    >
      {galleryGroups().map(({ heading, offers }) => (
        <section key={heading} aria-label={heading}>
          <h3 className="mb-1 border-b border-rule text-xs text-dim">{heading}</h3>
          <ul className="mb-3 grid grid-cols-4 gap-x-3 gap-y-1">
            {offers.map((offered) => (
              <li key={offered.offer.name}>
                <OfferButton offered={offered} onChoose={() => add(offered)} />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </Dialog>
  );
}

/** What is offered, by its sign, or as it looks with this song. */
function OfferButton({ offered, onChoose }: { offered: GalleryOffer; onChoose: () => void }) {
  const { name, about, icon } = offered.offer;
  const Icon = icon && icons[icon];
  return Icon ? (
    <button
      type="button"
      title={about}
      onClick={onChoose}
      className="flex h-8 w-full items-center gap-2 border border-rule px-2 text-left hover:border-glass"
    >
      <Icon size={14} className="shrink-0 text-glass" /> <span className="truncate">{name}</span>
    </button>
  ) : (
    <button
      type="button"
      title={about}
      onClick={onChoose}
      className="mb-2 w-full border border-rule text-left hover:border-glass"
    >
      <OfferThumbnail offered={offered} />
      <span className="block truncate px-2 py-1">{name}</span>
    </button>
  );
}

/** What something looks like alone in the film. */
function OfferThumbnail({ offered }: { offered: GalleryOffer }) {
  const plain = offered.offer.bright ?? false;
  const preview = usePreview();
  const playing = usePreviewState((state) => state.playing);
  // Painted anew a few times while the song is heard, not at each step.
  const analysed = usePreviewState((state) => Math.floor(4 * state.analysed));
  const film = useEditor((state) => state.film);
  const canvas = useRef<HTMLCanvasElement>(null);
  const alone = useMemo((): Film => {
    const layers = film.layers.filter(({ backdrop, group }) => backdrop && group === null);
    const only: Film = { ...film, layers, paths: [...film.paths], ears: [...film.ears] };
    addOffered(only, offered, newId);
    return only;
  }, [film, offered]);
  useEffect(() => {
    let stale = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const paint = async () => {
      const time = playing ? preview.time() : { loudOf: alone.ears[0]!.id };
      const picture = await preview.request('paint', { film: alone, time, ...size, plain });
      if (stale) return picture.close();
      canvas.current?.getContext('2d')?.drawImage(picture, 0, 0);
      picture.close();
      if (playing) timer = setTimeout(() => void paint().catch(() => {}), interval);
    };
    void paint().catch(() => {});
    return () => {
      stale = true;
      clearTimeout(timer);
    };
  }, [preview, alone, playing, analysed, plain]);
  return <canvas ref={canvas} {...size} className="block w-full" aria-hidden />;
}
