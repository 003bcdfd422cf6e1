import type { Film } from '@cyclogram/core';
import { glowKicks, pictureFades, background, curve, evenly, follow, layer, pass } from '../films/builder';
import { glass } from '../scenes/glass';
import { credits } from './credits';
import { earForAny } from './earForAny';

/** A globe of spikes over a ring of pillars: one side listens to the drum, the other to what glitters. */
export function globe(film: Film): Film {
  film.fades = pictureFades(1, 3);
  film.ears = [
    earForAny('whole', 'Whole song', {
      ...{ bands: 64, fromHz: 40, toHz: 14000, tiltDbPerOctave: 2.5, release: 0.2 },
    }),
  ];
  film.followers = [follow('kick', 'whole', 'kick'), follow('hats', 'whole', 'hats')];
  film.layers = [
    glass(film, {
      ...{ ear: 'whole', drum: '#c8ff5a', glitter: '#5a8bff', core: '#161d18', spikes: '#e9efe0' },
      pillars: { stops: evenly('#1f2f22', '#4f8f4a', '#d6f2a0'), metal: 0.4, roughness: 0.45 },
      light: {
        ...{ keyColor: '#f6ffe0', rimColor: '#a8d8ff' },
        ...{ skyColor: '#a8c4b0', horizonColor: '#d8e6a0', groundColor: '#0c120e' },
        ...{ fade: 1, fadeColor: '#0b110d', fadeFrom: 0.95, fadeTo: 1.75 },
      },
    }),
    ...credits(film, {
      font: 'Archivo Black',
      color: '#eef6e0',
      size: 48,
      at: { x: 960, y: 110 },
      tracking: 120,
    }),
  ];
  film.layers.push(
    layer(film, 'particles', {
      ...{ id: 'dust', name: 'Dust', blend: 'screen', rate: 24, life: 7, size: 5, opacity: 0.4 },
      ...{ speed: 20, turbulence: 90, depth: 1200, twinkle: 0.5 },
    }),
  );
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.55, knee: 0.4, radius: 24, strength: 0.34, tint: '#e6ffc0' }),
    pass(film, 'curves', { all: curve([0, 0], [0.28, 0.23], [0.72, 0.77], [1, 1]) }),
    pass(film, 'vignette', { amount: 0.6, size: 1, softness: 0.75, color: '#020603' }),
    pass(film, 'grain', { amount: 0.045 }),
  ];
  glowKicks(film, 0.3);
  film.layers.unshift(background(film, '#1d2a22', '#060a07'));
  return film;
}
