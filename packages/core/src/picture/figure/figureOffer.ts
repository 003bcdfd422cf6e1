import { type Offer, type Size, sized } from '../../contract';
import type { FilmPath } from '../path/filmPath';
import type { PathKind } from '../path/registry';
import type { Copies } from './copies';
import { bandColors, type LayerColor } from './ink';
import type { Symmetry } from './symmetry';

/** A figure to begin with, along a path that suits it. */
export interface FigureOffer<Figure extends object> {
  name: string;
  path: PathKind;
  /** What of the figure is not as in a new one. */
  figure?: Partial<Figure>;
  /** Lengths of it as shares of the picture's height. */
  heights?: { [Key in keyof Figure]?: number };
  /** What of the path is not as in a new one. */
  along?(size: Size): Partial<Omit<FilmPath, 'shape'>> & { shape?: object };
  color?: LayerColor;
  copies?: Copies;
  symmetry?: Symmetry;
}

/** What of a layer that draws figures an offer gives. */
interface OfferedFigure {
  figure: object;
  color: LayerColor;
  copies?: Copies;
  symmetry?: Symmetry;
}

/** What a kind of figure offers, as a layer. */
export const figureOffers = ({
  about,
  offers,
  defaults,
}: {
  about: string;
  offers: readonly FigureOffer<object>[];
  defaults(size: Size): object;
}): Offer<OfferedFigure>[] =>
  offers.map(({ name, path, figure, heights, along, color = usualColors(), ...rest }) => ({
    heading: 'Figures',
    name,
    about,
    path(size) {
      const { shape = {}, ...place } = along?.(size) ?? {};
      return { kind: path, shape, place };
    },
    part: ({ size }) => ({
      figure: { ...defaults(size), ...sized(figure, heights, size) },
      color,
      ...rest,
    }),
  }));

/** Colours of a new figure. */
export const usualColors = (): LayerColor => bandColors('#f2b25c', '#7fd6c2');
export const warmColors = bandColors('#e8633a', '#ffd98a');
export const coolColors = bandColors('#2f8f86', '#c9f2e4');

/** A line over nearly all of the width, low in the picture. */
export const floorLine = ({ width, height }: Size) => ({
  position: { x: width / 2, y: Math.round(height * 0.86) },
  shape: { start: { x: -Math.round(width * 0.44), y: 0 }, end: { x: Math.round(width * 0.44), y: 0 } },
});
/** The same in the middle. */
export const middleLine = (size: Size) => ({
  ...floorLine(size),
  position: { x: size.width / 2, y: size.height / 2 },
});
