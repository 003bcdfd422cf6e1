import {
  bandColors,
  copiesStandard,
  figureKinds,
  pathKinds,
  symmetryStandard,
  type FigureKind,
  type FigureLayer,
  type FigureSettings,
  type FilmPath,
  type PathKind,
  type PathSettings,
} from '@cyclogram/core';

/** A figure to begin with. */
export interface Offer {
  name: string;
  about: string;
  make(width: number, height: number): { part: Partial<FigureLayer>; shape: FilmPath['shape'] };
}

/** Its parts are checked against the film format by a test. */
function offer(
  name: string,
  figure: FigureKind,
  path: PathKind,
  figurePart: (height: number) => Record<string, unknown> = () => ({}),
  pathPart: (width: number, height: number) => Record<string, unknown> = () => ({}),
  rest: Partial<FigureLayer> = {},
): Offer {
  return {
    name,
    about: figureKinds[figure].about,
    make: (width, height) => ({
      part: {
        name,
        figure: { ...figureKinds[figure].defaults(width, height), ...figurePart(height) } as FigureSettings,
        ...rest,
      },
      shape: { ...pathKinds[path].defaults(width, height), ...pathPart(width, height) } as PathSettings,
    }),
  };
}

const warm = bandColors('#e8633a', '#ffd98a');
const cool = bandColors('#2f8f86', '#c9f2e4');
const floor = (width: number, height: number) => ({
  ...{ x1: Math.round(width * 0.06), x2: Math.round(width * 0.94) },
  ...{ y1: Math.round(height * 0.86), y2: Math.round(height * 0.86) },
});
const share = (of: number) => (height: number) => Math.round(height * of);

/** What the gallery shows: each kind of figure at least once, on the path that suits it. */
export const offers: readonly Offer[] = [
  offer('Ring of bars', 'bars', 'circle'),
  offer(
    'Bars on a floor',
    'bars',
    'line',
    (h) => ({ order: 'up', form: 'square', reach: share(0.6)(h), width: 0.7 }),
    floor,
  ),
  offer(
    'Level meters',
    'bars',
    'line',
    (h) => ({
      order: 'up',
      form: 'segmented',
      reach: share(0.6)(h),
      width: 0.8,
      rest: share(0.01)(h),
      bandTo: 32,
    }),
    floor,
    { color: { ...bandColors('#3fae7a', '#e8433a'), by: 'across' } },
  ),
  offer(
    'Crown of rays',
    'bars',
    'arc',
    (h) => ({ form: 'tapered', taper: 0.1, reach: share(0.34)(h) }),
    undefined,
    { color: warm },
  ),
  offer('Needles', 'needles', 'circle', (h) => ({ reach: share(0.24)(h) }), undefined, {
    color: { ...warm, fade: 0.6 },
  }),
  offer('Sparks', 'dots', 'circle', (h) => ({ reach: share(0.2)(h), soft: share(0.004)(h) })),
  offer(
    'Pearls',
    'dots',
    'wave',
    (h) => ({ reach: 0, order: 'up', sizeReach: share(0.05)(h), sizeRest: share(0.006)(h) }),
    undefined,
    {
      color: cool,
    },
  ),
  offer('Line', 'line', 'circle', (h) => ({ reach: share(0.2)(h) })),
  offer('Hills', 'area', 'line', (h) => ({ order: 'middle', reach: share(0.42)(h) }), floor, {
    color: { ...bandColors('#14484c', '#8fe0c8'), by: 'across' },
  }),
  offer('Bloom', 'area', 'circle', (h) => ({ reach: share(0.26)(h) }), undefined, {
    color: { ...bandColors('#5a1f4d', '#ffb36b'), by: 'across' },
  }),
  offer('Ribbon', 'ribbon', 'wave', (h) => ({ reach: share(0.34)(h), order: 'middle' }), undefined, {
    color: { ...cool, by: 'along' },
  }),
  offer('Trail', 'trail', 'circle', undefined, undefined, { color: warm }),
  offer('Waveform', 'wave', 'line', undefined, (w, h) => ({ ...floor(w, h), y1: h / 2, y2: h / 2 })),
  offer('Waveform ring', 'wave', 'circle', (h) => ({ reach: share(0.12)(h) })),
  offer('Spectrogram ring', 'strip', 'circle', undefined, undefined, {
    color: { ...bandColors('#3a1030', '#ffe2a8'), by: 'level', stops: spectrogramStops() },
  }),
  offer('Caps', 'caps', 'line', (h) => ({ order: 'up', reach: share(0.6)(h) }), floor),
  offer(
    'Boats',
    'pictures',
    'wave',
    (h) => ({ order: 'up', bandTo: 24, upright: true, reach: share(0.12)(h), sizeReach: share(0.06)(h) }),
    undefined,
    {
      color: cool,
    },
  ),
  offer(
    'Kaleidoscope',
    'bars',
    'spiral',
    (h) => ({ order: 'up', side: 'both', reach: share(0.16)(h) }),
    undefined,
    {
      color: warm,
      symmetry: { ...symmetryStandard, kind: 'kaleidoscope', count: 4 },
    },
  ),
  offer(
    'Echoes',
    'line',
    'circle',
    (h) => ({ reach: share(0.12)(h) }),
    (_w, h) => ({ radius: share(0.18)(h) }),
    {
      copies: { ...copiesStandard, count: 6, scale: 1.16, opacity: 0.82, delay: 0.06, hue: 12 },
    },
  ),
  offer('Drawn line', 'bars', 'drawn', (h) => ({ order: 'up', reach: share(0.24)(h) })),
];

function spectrogramStops() {
  return [
    { at: 0, color: '#2a0f2a' },
    { at: 0.5, color: '#c8402a' },
    { at: 1, color: '#ffe9bf' },
  ];
}
