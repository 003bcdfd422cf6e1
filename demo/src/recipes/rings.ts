import type { Film } from '@cyclogram/core';
import {
  glowKicks,
  pictureFades,
  randomColors,
  addRing,
  background,
  bandColors,
  copies,
  curve,
  figure,
  follow,
  group,
  layer,
  oneColor,
  pass,
  through,
  tie,
} from '../films/builder';
import { credits } from './credits';
import { earForAny } from './earForAny';

/** A ring of several figures, each in a range of its own, in the colours of a fire that has burnt down. */
export function rings(film: Film): Film {
  film.fades = pictureFades(1, 3);
  film.ears = [
    earForAny('whole', 'Whole song', {
      ...{ bands: 80, fromHz: 55, toHz: 14000, tiltDbPerOctave: 2.5, release: 0.2 },
      ...{ peaks: true, peakHold: 0.22, peakFall: 0.9 },
    }),
    earForAny('low', 'Bass', {
      ...{ bands: 28, fromHz: 30, toHz: 240, scale: 'linear', window: 0.12, tiltDbPerOctave: 0 },
      ...{ attack: 0.004, release: 0.22 },
    }),
    earForAny('high', 'Highs', {
      ...{ bands: 120, fromHz: 1200, toHz: 15000, tiltDbPerOctave: 2, release: 0.28 },
    }),
  ];
  film.followers = [follow('kick', 'whole', 'kick'), follow('hats', 'whole', 'hats')];
  const hub = addRing(film, 'ring-hub', 'Hub', 196, { rotation: 180 });
  const inner = addRing(film, 'ring-inner', 'Ring', 226);
  const halo = addRing(film, 'ring-halo', 'Halo', 330);
  const outer = addRing(film, 'ring-outer', 'Outer ring', 430, { rotation: 180 });
  const fire = through(
    [
      [0, '#fff3d0'],
      [0.3, '#ff9d5c'],
      [0.7, '#e0484f'],
      [1, '#7d2a7a'],
    ],
    { by: 'across' },
  );
  film.layers = group(film, 'rings', 'Rings', [
    figure(film, {
      ...{ id: 'echoes', name: 'Echoes', ear: 'whole', path: outer, kind: 'line' },
      marks: { reach: 80, rest: 0, thickness: 2.5 },
      color: oneColor('#6a2b52'),
      rest: { copies: copies({ count: 4, scale: 1.08, opacity: 0.72, delay: 0.08 }) },
    }),
    figure(film, {
      ...{ id: 'halo', name: 'Halo', ear: 'high', path: halo, kind: 'needles' },
      marks: { reach: 150, rest: 3, thickness: 2, density: 2 },
      color: { ...bandColors('#a0364e', '#d98a5a'), fade: 0.6 },
    }),
    figure(film, {
      ...{ id: 'sparks', name: 'Sparks', ear: 'high', path: outer, kind: 'dots' },
      marks: { reach: 60, rest: 0, sizeRest: 0, sizeReach: 8, least: 0.05 },
      color: bandColors('#ffb36b', '#fff0d0'),
    }),
    figure(film, {
      ...{ id: 'bars', name: 'Bars', ear: 'whole', path: inner, kind: 'bars' },
      marks: { reach: 210, rest: 8, width: 0.62, form: 'rounded', order: 'mirrored' },
      color: fire,
    }),
    figure(film, {
      ...{ id: 'caps', name: 'Caps', ear: 'whole', path: inner, kind: 'caps', opacity: 0.8 },
      marks: { reach: 210, rest: 14, width: 0.62, thickness: 3, order: 'mirrored' },
      color: oneColor('#ffe0b0'),
    }),
    figure(film, {
      ...{ id: 'core', name: 'Bass', ear: 'low', path: hub, kind: 'bars', opacity: 0.95 },
      marks: { side: 'inward', reach: 160, rest: 5, width: 0.7, form: 'tapered', taper: 0.35 },
      color: bandColors('#7d2a7a', '#ff9d5c'),
    }),
  ]);
  film.layers.push(
    layer(film, 'particles', {
      ...{ id: 'embers', name: 'Embers', blend: 'screen', rate: 18, life: 7, size: 6, opacity: 0.45 },
      ...{ speed: 40, direction: 0, spread: 60, turbulence: 110, depth: 900, twinkle: 0.5 },
      color: randomColors('#ffdca8', '#ff6a4a'),
    }),
    ...credits(film, { font: 'Righteous', color: '#ffe6c4', size: 56, at: { x: 960, y: 970 } }),
  );
  tie(film, 'breathes', ['layers', 'rings', 'place.scale'], 'follower', {
    ...{ follower: 'kick', how: 'times', peak: 1.05, axes: 'proportion' },
  });
  tie(film, 'turns', ['paths', 'ring-outer', 'rotation'], 'turn', { amount: 3 });
  tie(film, 'embers-rise', ['layers', 'embers', 'rate'], 'follower', {
    ...{ follower: 'hats', how: 'to', rest: 10, peak: 70 },
  });
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.5, knee: 0.5, radius: 26, strength: 0.3, tint: '#ffc48a' }),
    pass(film, 'curves', {
      all: curve([0, 0.012], [0.3, 0.27], [0.7, 0.74], [1, 1]),
      blue: curve([0, 0.03], [0.5, 0.48], [1, 0.96]),
    }),
    pass(film, 'vignette', { amount: 0.5, size: 1.05, softness: 0.7 }),
    pass(film, 'grain', { amount: 0.05 }),
  ];
  glowKicks(film, 0.4);
  film.layers.unshift(background(film, '#2a1420', '#0a0408'));
  return film;
}
