import { defaultsOf, type Size } from '../../contract';
import { defaultEar } from '../../sound';
import {
  backgroundPaint,
  defaultPath,
  type FigureKindName,
  figureKinds,
  type FigureLayer,
  figureLayerRecord,
  type FillLayer,
  type LayerKindName,
  layerKinds,
  type LayerOf,
  layerRegistry,
  usualColors,
} from '../../picture';
import { filmRecord, filmVersion } from './film';
import type { Film } from './film';
import type { Track } from './track';

/** A layer of bars along a path. */
export const defaultLayer = (
  id: string,
  earId: string,
  pathId: string,
  size: Size,
  name = 'Ring of bars',
  kind: FigureKindName = 'bars',
): FigureLayer => ({
  ...defaultsOf(figureLayerRecord, size),
  kind: 'figure',
  id,
  name,
  ear: earId,
  path: pathId,
  figure: figureKinds[kind].defaults(size),
  color: usualColors(),
});

/** A layer of a kind as it is at first; what has no default has to be given. */
export const newLayer = <Kind extends LayerKindName>(
  kind: Kind,
  size: Size,
  part: Partial<LayerOf<Kind>> & { id: string },
): LayerOf<Kind> =>
  ({ ...defaultsOf(layerKinds[kind].record, size), kind, ...part }) as unknown as LayerOf<Kind>;

/** What lies behind all layers of a new film: a gradient from the middle to the corners. */
export const backgroundFill = (
  size: Size,
  id: string,
  colors?: { middle: string; edge: string },
): FillLayer =>
  newLayer('fill', size, {
    id,
    name: 'Background',
    backdrop: true,
    paint: backgroundPaint(size, colors),
  });

/** The colour in the middle of what lies behind all layers; black where nothing does. */
export function backgroundColor({ layers }: Pick<Film, 'layers'>): string {
  const fill = layers.find((layer) => layer.backdrop && layerRegistry.as('fill', layer));
  return layerRegistry.as('fill', fill)?.paint.stops[0]?.color ?? '#000000';
}

/** A new film: full HD, one ear, one ring of bars. */
export function defaultFilm(title: string, tracks: Track[] = []): Film {
  const size = { width: 1920, height: 1080 };
  return {
    ...defaultsOf(filmRecord, size),
    version: filmVersion,
    title,
    tracks,
    ears: [defaultEar('ear-1')],
    paths: [defaultPath('circle', 'path-1', 'Ring', size)],
    layers: [defaultLayer('layer-1', 'ear-1', 'path-1', size)],
  };
}

/** A new film for the workspace: a ring of bars before a background. */
export function newFilm(title: string, tracks: Track[] = []): Film {
  const film = defaultFilm(title, tracks);
  return { ...film, layers: [backgroundFill(film, 'background'), ...film.layers] };
}
