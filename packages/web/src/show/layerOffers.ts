import {
  defaultPath,
  newLayer,
  readoutMark,
  type Film,
  type FilmPath,
  type Layer,
  type PathKind,
} from '@cyclogram/core';
import {
  AppWindow,
  Film as FilmIcon,
  ImageIcon,
  PaintBucket,
  Shapes,
  Timer,
  Type,
  type LucideIcon,
} from 'lucide-react';
import { withOwnDefaults } from '../recipes/ownDefaults';
import { newId } from '../editor/newId';

/** A layer to begin with that is no figure. */
export interface LayerOffer {
  name: string;
  about: string;
  Icon: LucideIcon;
  make(film: Film): Made;
}

interface Made {
  layer: Layer;
  path?: FilmPath;
  /** Whether it goes behind all others. */
  behind?: true;
}

function along(
  film: Film,
  kind: PathKind,
  name: string,
  shape: object = {},
  part: Partial<FilmPath> = {},
): FilmPath {
  return defaultPath(kind, newId('path'), name, film, shape as Partial<FilmPath['shape']>, part);
}

export const layerOffers: readonly LayerOffer[] = [
  {
    name: 'Title',
    about: 'Title and artist',
    Icon: Type,
    make: (film) => ({
      layer: newLayer('lettering', film, {
        id: newId('layer'),
        name: 'Title',
        text: `${readoutMark('title', '')}\n${readoutMark('artist', '')}`,
        size: Math.round(film.height * 0.07),
      }),
    }),
  },
  {
    name: 'Lettering',
    about: 'A word, each letter of it on its own',
    Icon: Type,
    make: (film) => ({
      layer: newLayer('lettering', film, { id: newId('layer'), name: 'Lettering', text: 'HARBOUR' }),
    }),
  },
  {
    name: 'Elapsed time',
    about: 'The time that has gone',
    Icon: Timer,
    make: (film) => ({
      layer: newLayer('lettering', film, {
        id: newId('layer'),
        name: 'Elapsed time',
        text: readoutMark('elapsed', ''),
        size: Math.round(film.height * 0.035),
        at: { x: Math.round(film.width * 0.92), y: Math.round(film.height * 0.93) },
      }),
    }),
  },
  {
    name: 'Image',
    about: 'A picture file in a box',
    Icon: ImageIcon,
    make: (film) => ({
      layer: newLayer('image', film, {
        id: newId('layer'),
        name: 'Image',
        image: film.images[0]?.id ?? null,
      }),
    }),
  },
  {
    name: 'Shape',
    about: 'A path, filled and outlined',
    Icon: Shapes,
    make(film) {
      const path = along(film, 'circle', 'Shape', { radius: Math.round(film.height * 0.2) });
      return { path, layer: newLayer('shape', film, { id: newId('layer'), name: 'Shape', path: path.id }) };
    },
  },
  {
    name: 'Progress line',
    about: 'A path that fills with time',
    Icon: Timer,
    make(film) {
      const { width, height } = film;
      const half = Math.round(width * 0.42);
      const path = along(
        film,
        'line',
        'Progress',
        { start: { x: -half, y: 0 }, end: { x: half, y: 0 } },
        { position: { x: width / 2, y: Math.round(height * 0.95) } },
      );
      return {
        path,
        layer: newLayer('progress', film, { id: newId('layer'), name: 'Progress line', path: path.id }),
      };
    },
  },
  {
    name: 'Footage',
    about: 'A video file in a box',
    Icon: FilmIcon,
    make: (film) => ({
      behind: true,
      layer: newLayer('footage', film, {
        id: newId('layer'),
        name: 'Footage',
        backdrop: true,
        footage: film.footage[0]?.id ?? null,
      }),
    }),
  },
  {
    name: 'Pane',
    about: 'What lies below is seen through its passes',
    Icon: AppWindow,
    make: (film) => ({ layer: newLayer('pane', film, { id: newId('layer'), name: 'Pane' }) }),
  },
  {
    name: 'Fill',
    about: 'One colour or gradient over everything',
    Icon: PaintBucket,
    make(film) {
      const layer = newLayer('fill', film, { id: newId('layer'), name: 'Fill' });
      const stops = [
        { id: 'first', at: 0, color: '#2a3d4a' },
        { id: 'last', at: 1, color: '#0c0a09' },
      ];
      return {
        layer: { ...layer, paint: { ...layer.paint, kind: 'radial', stops } },
      };
    },
  },
];

/** Where a layer goes that stands behind all others: in front of what covers the whole picture already. */
export function placeBehind({ layers }: Film): number {
  const index = layers.findIndex(({ backdrop }) => !backdrop);
  return index < 0 ? layers.length : index;
}

/** Adds a layer in front, or behind all others, with the path that it is drawn along. */
export function addLayer(film: Film, { layer, path, behind }: Made): string {
  withOwnDefaults(layer);
  if (path) film.paths.push(path);
  if (behind) film.layers.splice(placeBehind(film), 0, layer);
  else film.layers.push(layer);
  return layer.id;
}
