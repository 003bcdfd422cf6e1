import type { Film, Layer } from '@cyclogram/core';
import { useEffect, useMemo, useRef } from 'react';
import { Dialog } from '../controls/Dialog';
import { useEditor } from '../editor/editorStore';
import { usePreview, usePreviewState } from '../editor/previewContext';
import { offers, type Offer } from './offers';
import { addFigure } from './layerChanges';
import { lightOffers, type MadeOffer } from './lightOffers';
import { addLayer, layerOffers, type LayerOffer } from './layerOffers';
import { withOwnDefaults } from '../recipes/ownDefaults';
import { signOffers } from './signOffers';
import { stageOffers } from './stageOffers';

const size = { width: 192, height: 108 };
/** Milliseconds between two pictures of a thumbnail while the song plays. */
const interval = 160;

interface GalleryProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
}

/** Figures to add, each as it looks with this song, moving while it plays. */
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
  const add = ({ make }: Offer) => {
    let id = '';
    change('add layer', (film) => {
      const { part, path } = make(film);
      id = addFigure(film, part, path);
      withOwnDefaults(film.layers.find((layer) => layer.id === id)!);
    });
    selectLayers([id]);
    onOpenChange(false);
  };
  const addStage = (stage: Layer) => {
    withOwnDefaults(stage);
    change('add layer', (film) => void film.layers.push(stage));
    selectLayers([stage.id]);
    onOpenChange(false);
  };
  const addOther = (offer: LayerOffer) => {
    let id = '';
    change('add layer', (film) => {
      id = addLayer(film, offer.make(film));
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
      <LayerOffers heading="Layers" offers={layerOffers} onChoose={addOther} />
      <PictureOffers heading="Figures" offers={offers} puts={putFigures} onChoose={add} />
      <PictureOffers
        heading="Depth"
        offers={stageOffers}
        puts={putStages}
        onChoose={(offer) => addStage(offer.make(film))}
      />
      <PictureOffers
        heading="Particles and flares"
        offers={lightOffers}
        puts={putStages}
        plain
        onChoose={(offer) => addStage(offer.make(film))}
      />
      <LayerOffers heading="Signs" offers={signOffers} onChoose={addOther} />
    </Dialog>
  );
}

interface LayerOffersProps {
  heading: string;
  offers: readonly LayerOffer[];
  onChoose: (offer: LayerOffer) => void;
}

/** Layers that are shown by their names alone. */
function LayerOffers({ heading, offers, onChoose }: LayerOffersProps) {
  return (
    <>
      <h3 className="mb-1 border-b border-rule text-xs text-dim">{heading}</h3>
      <ul className="mb-3 grid grid-cols-4 gap-x-3 gap-y-1">
        {offers.map((offer) => (
          <li key={offer.name}>
            <button
              type="button"
              title={offer.about}
              onClick={() => onChoose(offer)}
              className="flex h-8 w-full items-center gap-2 border border-rule px-2 text-left hover:border-glass"
            >
              <offer.Icon size={14} className="shrink-0 text-glass" />{' '}
              <span className="truncate">{offer.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

interface PictureOffersProps<Offered> {
  heading: string;
  offers: readonly Offered[];
  /** How each is put into a film. */
  puts: ReadonlyMap<Offered, Put>;
  onChoose: (offer: Offered) => void;
  /** Whether they are bright enough to be shown as they are. */
  plain?: boolean;
}

/** Layers that are shown as they look with this song. */
function PictureOffers<Offered extends { name: string; about: string }>({
  heading,
  offers,
  puts,
  onChoose,
  plain = false,
}: PictureOffersProps<Offered>) {
  return (
    <>
      <h3 className="mb-1 border-b border-rule text-xs text-dim">{heading}</h3>
      <ul className="mb-3 grid grid-cols-4 gap-3">
        {offers.map((offer) => (
          <li key={offer.name}>
            <button
              type="button"
              title={offer.about}
              onClick={() => onChoose(offer)}
              className="w-full border border-rule text-left hover:border-glass"
            >
              <OfferThumbnail put={puts.get(offer)!} plain={plain} />
              <span className="block truncate px-2 py-1">{offer.name}</span>
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Puts what is offered into a film. */
type Put = (film: Film) => void;

const putFigures = new Map(
  offers.map((offer): [Offer, Put] => [
    offer,
    (film) => {
      const { part, path } = offer.make(film);
      addFigure(film, part, path);
    },
  ]),
);
const putStages = new Map(
  [...stageOffers, ...lightOffers].map((offer): [MadeOffer, Put] => [
    offer,
    (film) => void film.layers.push(offer.make(film)),
  ]),
);

/** What something looks like alone in the film. */
function OfferThumbnail({ put, plain = false }: { put: Put; plain?: boolean }) {
  const preview = usePreview();
  const playing = usePreviewState((state) => state.playing);
  // Painted anew a few times while the song is heard, not at each step.
  const analysed = usePreviewState((state) => Math.floor(4 * state.analysed));
  const film = useEditor((state) => state.film);
  const canvas = useRef<HTMLCanvasElement>(null);
  const alone = useMemo((): Film => {
    const layers = film.layers.filter(({ backdrop, group }) => backdrop && group === null);
    const only: Film = { ...film, layers, paths: [...film.paths], ears: [...film.ears] };
    put(only);
    return only;
  }, [film, put]);
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
