import { placeStandard, type Film } from '@cyclogram/core';
import {
  glowKicks,
  pictureFades,
  randomColors,
  addLine,
  background,
  curve,
  figure,
  follow,
  layer,
  oneColor,
  pass,
  through,
  tie,
} from '../films/builder';
import { credits } from './credits';
import { earForAny } from './earForAny';

const floor = 690;

/** Bars in the colours of a cold harbour, and the wet stone under them. */
export function pierLights(film: Film): Film {
  film.fades = pictureFades(1, 3);
  film.ears = [
    earForAny('whole', 'Whole song', {
      ...{ bands: 64, fromHz: 40, toHz: 13000, tiltDbPerOctave: 2.5, attack: 0.01, release: 0.22 },
      ...{ peaks: true, peakHold: 0.3, peakFall: 0.8 },
    }),
  ];
  film.followers = [follow('kick', 'whole', 'kick'), follow('hats', 'whole', 'hats')];
  const line = addLine(film, 'edge', 'Edge', [190, floor], [1730, floor]);
  const colors = through(
    [
      [0, '#1f6f8f'],
      [0.45, '#4fd1d9'],
      [0.8, '#e6fbff'],
      [1, '#ff7f6b'],
    ],
    { by: 'across' },
  );
  const marks = { reach: 430, rest: 4, width: 0.58, form: 'rounded', order: 'mirrored' } as const;
  const own = { ear: 'whole', path: line } as const;
  film.layers = [
    figure(film, {
      ...own,
      ...{ id: 'mirrored', name: 'Reflection', kind: 'bars', opacity: 0.42 },
      marks: { ...marks, side: 'inward', reach: 250 },
      color: { ...colors, fade: 0.85 },
      rest: {
        passes: [
          pass(film, 'blur', { id: 'wet', radius: 7, edges: 'clear' }),
          pass(film, 'wobble', { id: 'ripples', amount: 7, size: 60, speed: 1.2, detail: 2 }),
        ],
      },
    }),
    figure(film, { ...own, id: 'bars', name: 'Bars', kind: 'bars', marks, color: colors }),
    figure(film, {
      ...own,
      ...{ id: 'caps', name: 'Caps', kind: 'caps', opacity: 0.9 },
      marks: { ...{ reach: 430, rest: 12, width: 0.58, thickness: 4 }, order: 'mirrored' },
      color: oneColor('#dffaff'),
    }),
    layer(film, 'particles', {
      ...{ id: 'rain', name: 'Drizzle', blend: 'screen', rate: 40, life: 3, size: 4, opacity: 0.3 },
      ...{ speed: 60, direction: 180, spread: 20, turbulence: 30, depth: 700 },
      color: randomColors('#bfeef5', '#5aa9c9'),
    }),
    ...credits(film, {
      font: 'Bebas Neue',
      color: '#dff6fa',
      size: 64,
      at: { x: 960, y: 150 },
      tracking: 160,
    }),
  ];
  tie(film, 'rain-thickens', ['layers', 'rain', 'rate'], 'follower', {
    ...{ follower: 'hats', how: 'to', rest: 20, peak: 140 },
  });
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.5, knee: 0.5, radius: 24, strength: 0.3, tint: '#8fe9ff' }),
    pass(film, 'curves', {
      all: curve([0, 0.01], [0.3, 0.26], [0.75, 0.79], [1, 1]),
      blue: curve([0, 0.04], [0.5, 0.53], [1, 1]),
    }),
    pass(film, 'vignette', { amount: 0.6, size: 1.05, softness: 0.8, color: '#01060a' }),
    pass(film, 'grain', { amount: 0.04 }),
  ];
  glowKicks(film, 0.4);
  const sky = background(film, '#12303d', '#03090d');
  sky.paint.center = { x: 0.5, y: floor / 1080 };
  sky.paint.size = 0.9;
  film.layers.unshift({ ...sky, place: placeStandard });
  return film;
}
