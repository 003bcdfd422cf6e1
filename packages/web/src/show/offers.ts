import {
  bandColors,
  copiesStandard,
  defaultPath,
  defaultsOf,
  figureKinds,
  symmetryRecord,
  type FigureKindName,
  type FigureLayer,
  type FigureOf,
  type FilmPath,
  type LayerColor,
  type PathKind,
  type PathShape,
  type Size,
} from '@cyclogram/core';
import { newId } from '../editor/newId';

/** A figure to begin with. */
export interface Offer {
  name: string;
  about: string;
  make(size: Size): { part: Partial<FigureLayer>; path: FilmPath };
}

interface OfferLiteral<Kind extends FigureKindName> {
  name: string;
  path: PathKind;
  marks?: (height: number) => Partial<FigureOf<Kind>>;
  /** What of the path is not as in a new one. */
  along?: (size: Size) => Partial<Omit<FilmPath, 'shape'>> & { shape?: object };
  rest?: Partial<FigureLayer>;
}

/** Its parts are checked against the film format by a test. */
function offer<Kind extends FigureKindName>(
  kind: Kind,
  { name, path, marks = () => ({}), along = () => ({}), rest = {} }: OfferLiteral<Kind>,
): Offer {
  return {
    name,
    about: figureKinds[kind].about,
    make(size) {
      const figure = { ...figureKinds[kind].defaults(size), ...marks(size.height) };
      const { shape = {}, ...place } = along(size);
      return {
        part: { name, figure: figure as FigureLayer['figure'], ...rest },
        path: defaultPath(path, newId('path'), name, size, shape as Partial<PathShape>, place),
      };
    },
  };
}

const warm = bandColors('#e8633a', '#ffd98a');
const cool = bandColors('#2f8f86', '#c9f2e4');
const share = (of: number) => (height: number) => Math.round(height * of);

/** A line over nearly all of the width, low in the picture. */
const floor = ({ width, height }: Size) => ({
  position: { x: width / 2, y: Math.round(height * 0.86) },
  shape: { start: { x: -Math.round(width * 0.44), y: 0 }, end: { x: Math.round(width * 0.44), y: 0 } },
});
const midLine = (size: Size) => ({ ...floor(size), position: { x: size.width / 2, y: size.height / 2 } });

/** The gallery of each kind of figure, on the paths that suit it: a kind without one does not compile. */
const offersOf: { [Kind in FigureKindName]: readonly [Offer, ...Offer[]] } = {
  bars: [
    offer('bars', { name: 'Ring of bars', path: 'circle' }),
    offer('bars', {
      name: 'Bars on a floor',
      path: 'line',
      marks: (h) => ({ order: 'up', form: 'square', reach: share(0.6)(h), width: 0.7 }),
      along: floor,
    }),
    offer('bars', {
      name: 'Level meters',
      path: 'line',
      marks: (h) => ({
        order: 'up',
        form: 'segmented',
        reach: share(0.6)(h),
        width: 0.8,
        rest: share(0.01)(h),
        bandTo: 32,
      }),
      along: floor,
      rest: { color: { ...bandColors('#3fae7a', '#e8433a'), by: 'across' } },
    }),
    offer('bars', {
      name: 'Crown of rays',
      path: 'arc',
      marks: (h) => ({ form: 'tapered', taper: 0.1, reach: share(0.34)(h) }),
      rest: { color: warm },
    }),
    offer('bars', {
      name: 'Drawn line',
      path: 'drawn',
      marks: (h) => ({ order: 'up', reach: share(0.24)(h) }),
    }),
    offer('bars', {
      name: 'Kaleidoscope',
      path: 'spiral',
      marks: (h) => ({ order: 'up', side: 'both', reach: share(0.16)(h) }),
      rest: {
        color: warm,
        symmetry: { ...defaultsOf(symmetryRecord, { width: 0, height: 0 }), kind: 'kaleidoscope', count: 4 },
      },
    }),
  ],
  needles: [
    offer('needles', {
      name: 'Needles',
      path: 'circle',
      marks: (h) => ({ reach: share(0.24)(h) }),
      rest: { color: { ...warm, fade: 0.6 } },
    }),
  ],
  dots: [
    offer('dots', {
      name: 'Sparks',
      path: 'circle',
      marks: (h) => ({ reach: share(0.2)(h), soft: share(0.004)(h) }),
    }),
    offer('dots', {
      name: 'Pearls',
      path: 'wave',
      marks: (h) => ({ reach: 0, order: 'up', sizeReach: share(0.05)(h), sizeRest: share(0.006)(h) }),
      rest: { color: cool },
    }),
  ],
  line: [
    offer('line', { name: 'Line', path: 'circle', marks: (h) => ({ reach: share(0.2)(h) }) }),
    offer('line', {
      name: 'Echoes',
      path: 'circle',
      marks: (h) => ({ reach: share(0.12)(h) }),
      along: ({ height }) => ({ shape: { radius: share(0.18)(height) } }),
      rest: { copies: { ...copiesStandard, count: 6, scale: 1.16, opacity: 0.82, delay: 0.06, hue: 12 } },
    }),
  ],
  area: [
    offer('area', {
      name: 'Hills',
      path: 'line',
      marks: (h) => ({ order: 'middle', reach: share(0.42)(h) }),
      along: floor,
      rest: { color: { ...bandColors('#14484c', '#8fe0c8'), by: 'across' } },
    }),
    offer('area', {
      name: 'Bloom',
      path: 'circle',
      marks: (h) => ({ reach: share(0.26)(h) }),
      rest: { color: { ...bandColors('#5a1f4d', '#ffb36b'), by: 'across' } },
    }),
  ],
  ribbon: [
    offer('ribbon', {
      name: 'Ribbon',
      path: 'wave',
      marks: (h) => ({ reach: share(0.34)(h), order: 'middle' }),
      rest: { color: { ...cool, by: 'along' } },
    }),
  ],
  trail: [offer('trail', { name: 'Trail', path: 'circle', rest: { color: warm } })],
  waveform: [
    offer('waveform', { name: 'Waveform', path: 'line', along: midLine }),
    offer('waveform', {
      name: 'Waveform ring',
      path: 'circle',
      marks: (h) => ({ reach: share(0.12)(h) }),
    }),
  ],
  spectrogram: [
    offer('spectrogram', { name: 'Spectrogram ring', path: 'circle', rest: { color: embers() } }),
  ],
  caps: [
    offer('caps', {
      name: 'Caps',
      path: 'line',
      marks: (h) => ({ order: 'up', reach: share(0.6)(h) }),
      along: floor,
    }),
  ],
  letters: [
    offer('letters', {
      name: 'Rising letters',
      path: 'line',
      marks: () => ({ order: 'up' }),
      along: midLine,
      rest: { color: warm },
    }),
  ],
  images: [
    offer('images', {
      name: 'Boats',
      path: 'wave',
      marks: (h) => ({
        order: 'up',
        bandTo: 24,
        upright: true,
        reach: share(0.12)(h),
        sizeReach: share(0.06)(h),
      }),
      rest: { color: cool },
    }),
  ],
};

function embers(): LayerColor {
  const stops = [
    { id: 'low', at: 0, color: '#2a0f2a' },
    { id: 'middle', at: 0.5, color: '#c8402a' },
    { id: 'high', at: 1, color: '#ffe9bf' },
  ];
  return { ...bandColors('#2a0f2a', '#ffe9bf'), by: 'level', stops };
}

/** What the gallery shows. */
export const offers: readonly Offer[] = Object.values(offersOf).flat();
