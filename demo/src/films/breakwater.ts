import {
  defaultEar,
  defaultFollower,
  fadesStandard,
  spanStandard,
  type Film,
  type LayerColor,
} from '@cyclogram/core';
import { addRing, bandColors, copies, falloff, figure, follow, group, oneColor, through } from './builder';

/** Seconds, at 124 beats a minute. */
const beat = 60 / 124;

/** From the path outwards: the glow of a lamp, from its filament to the dark. */
const lampGlow = through(
  [
    [0, '#fff1cf'],
    [0.35, '#ffb45a'],
    [1, '#d8482a'],
  ],
  { by: 'across' },
);

/** Harbour lamps: six figures around one middle, each in a range and at a height of its own. */
export function breakwaterFilm(film: Film): Film {
  film.background = { color: '#2a1712', edgeColor: '#0c0707', image: null };
  film.fades = {
    picture: { ...fadesStandard.picture, fadeOut: 6 * beat },
    sound: { ...fadesStandard.sound, fadeOut: 4 * beat },
  };
  film.ears = [
    {
      ...defaultEar('whole', 'Whole song'),
      ...{ bands: 72, fromHz: 60, toHz: 14000, floorDb: -58, ceilingDb: -20, tiltDbPerOctave: 2.5 },
    },
    {
      ...defaultEar('low', 'Kick and bass'),
      ...{ bands: 24, fromHz: 32, toHz: 220, scale: 'linear', window: 0.12 },
      ...{ floorDb: -40, ceilingDb: -9, tiltDbPerOctave: 0, attack: 0.004, release: 0.22 },
    },
    {
      ...defaultEar('high', 'Bells and hats'),
      ...{ bands: 120, fromHz: 900, toHz: 15000, floorDb: -66, ceilingDb: -30, tiltDbPerOctave: 2 },
      release: 0.28,
    },
  ];
  film.beats = { bpm: 124, first: 0, perBar: 4 };
  film.followers = [
    follow('kick', 'whole', 'kick'),
    follow('hats', 'whole', 'hats'),
    { ...defaultFollower('beat', 'whole', 'Beat'), kind: 'beat' },
  ];
  film.palettes = [
    {
      id: 'embers',
      name: 'Embers',
      mix: 'oklch',
      stops: [
        { id: 'low', at: 0, color: '#c8402a' },
        { id: 'middle', at: 0.5, color: '#ff8f4a' },
        { id: 'high', at: 1, color: '#ffe2a8' },
      ],
    },
  ];
  film.paths = [];
  const embers: LayerColor = { ...bandColors('#c8402a', '#ffe2a8'), palette: 'embers' };
  const hub = addRing(film, 'ring-hub', 'Hub', 206, { rotation: 180 });
  const lamp = addRing(film, 'ring-lamps', 'Lamps', 236);
  const halo = addRing(film, 'ring-halo', 'Halo', 342);
  const outer = addRing(film, 'ring-outer', 'Outer ring', 452, { rotation: 180 });
  film.layers = group(film, 'rings', 'Ring of lamps', [
    figure(film, {
      id: 'echoes',
      name: 'Echoes',
      ear: 'whole',
      path: outer,
      kind: 'line',
      marks: { reach: 86, rest: 0, thickness: 2.5 },
      color: oneColor('#6e3527'),
      rest: { copies: copies({ count: 4, scale: 1.09, opacity: 0.7, delay: 0.08 }) },
    }),
    figure(film, {
      id: 'sparks',
      name: 'Sparks',
      ear: 'high',
      path: outer,
      kind: 'dots',
      marks: { reach: 64, rest: 0, sizeRest: 0, sizeReach: 9, least: 0.05 },
      color: bandColors('#ffb36b', '#fff0d0'),
    }),
    figure(film, {
      id: 'halo',
      name: 'Halo',
      ear: 'high',
      path: halo,
      kind: 'needles',
      marks: { reach: 170, rest: 3, thickness: 2, density: 2 },
      color: { ...bandColors('#943926', '#b98a55'), fade: 0.6 },
      rest: {
        // Longest at the sides, where the picture has room.
        falloffs: [
          falloff(film, 'sides', {
            shape: 'box',
            width: 1900,
            height: 240,
            soft: 420,
            outside: 0.35,
          }),
        ],
      },
    }),
    figure(film, {
      id: 'lamps',
      name: 'Lamps',
      ear: 'whole',
      path: lamp,
      kind: 'bars',
      marks: { reach: 236, rest: 8, width: 0.62, form: 'rounded' },
      color: lampGlow,
    }),
    figure(film, {
      id: 'peaks',
      name: 'Caps',
      ear: 'whole',
      path: lamp,
      kind: 'caps',
      marks: { reach: 236, rest: 14, width: 0.62, thickness: 3 },
      color: oneColor('#ffd9a0'),
      opacity: 0.8,
    }),
    figure(film, {
      id: 'core',
      name: 'Kick',
      ear: 'low',
      path: hub,
      kind: 'bars',
      opacity: 0.95,
      marks: { side: 'inward', reach: 172, rest: 5, width: 0.7, form: 'tapered', taper: 0.35 },
      color: embers,
      // It comes in over the bar before the drum.
      rest: { span: { ...spanStandard, from: 12 * beat, fadeIn: 4 * beat } },
    }),
  ]);
  film.ears[0] = { ...film.ears[0]!, peaks: true, peakHold: 0.22, peakFall: 0.9 };
  return film;
}
