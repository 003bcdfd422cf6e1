import type { Film } from '@cyclogram/core';
import { pictureFades, background, curve, evenly, layer, pass, tie } from '../films/builder';
import { flight } from '../scenes/flight';
import { credits } from './credits';
import { earForAny } from './earForAny';

/** A slow flight at dawn over land that rises with the song on both sides of the water. */
export function strait(film: Film): Film {
  film.fades = pictureFades(2, 4);
  film.ears = [
    earForAny('song', 'Whole song', {
      ...{ bands: 56, fromHz: 50, toHz: 8000, tiltDbPerOctave: 3, window: 0.17 },
      ...{ attack: 0.05, release: 0.32, floorPercent: 40 },
    }),
  ];
  film.layers = [
    flight(film, {
      ...{ ear: 'song', height: 720 },
      material: { stops: evenly('#16305c', '#2f6f9c', '#d9788f', '#ffd9a8'), metal: 0.7, roughness: 0.35 },
      light: {
        ...{ direction: 150, elevation: 26, key: 1.5, keyColor: '#ffc0a0', ambient: 0.42 },
        ...{ skyColor: '#4f6fc0', horizonColor: '#ff9f88', groundColor: '#0a1028' },
        ...{ fade: 1, fadeColor: '#2b2450', fadeFrom: 0.7, fadeTo: 1.9, rim: 0.3, rimColor: '#ffd0c0' },
      },
    }),
    layer(film, 'flare', {
      ...{ id: 'sun', name: 'Sun', blend: 'screen', design: 'searchlight', position: { x: 1280, y: 400 } },
      ...{ brightness: 0.4, size: 0.6, tint: '#ffd2b8', softness: 0.8, reflections: 0.4 },
    }),
    layer(film, 'particles', {
      ...{ id: 'spray', name: 'Spray', blend: 'screen', rate: 20, life: 7, speed: 24, turbulence: 120 },
      ...{ depth: 1500, approach: 120, size: 5, opacity: 0.4, twinkle: 0.4 },
    }),
    ...credits(film, {
      font: 'Bebas Neue',
      color: '#fbe6da',
      size: 66,
      at: { x: 960, y: 150 },
      tracking: 120,
    }),
  ];
  tie(film, 'sun-swells', ['layers', 'sun', 'brightness'], 'follower', {
    ...{ follower: 'swell', how: 'to', rest: 0.25, peak: 0.75 },
  });
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.6, knee: 0.4, radius: 30, strength: 0.3, tint: '#ffd9c8' }),
    pass(film, 'curves', { all: curve([0, 0.02], [0.3, 0.27], [0.75, 0.79], [1, 1]) }),
    pass(film, 'vignette', { amount: 0.5, size: 1.1, softness: 0.7, color: '#0a0818' }),
    pass(film, 'grain', { amount: 0.045 }),
  ];
  film.layers.unshift(background(film, '#7a5a8e', '#1c1a3c'));
  return film;
}
