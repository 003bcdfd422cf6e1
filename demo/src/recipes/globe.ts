import { fadesStandard, type Film } from '@cyclogram/core';
import { background, body, curve, evenly, follow, layer, pass, stage, tie } from '../films/builder';
import { credits } from './credits';
import { earForAny } from './earForAny';

/** A globe of spikes over a ring of pillars: one side listens to the drum, the other to what glitters. */
export function globe(film: Film): Film {
  film.fades = { ...fadesStandard, picture: { ...fadesStandard.picture, fadeIn: 1, fadeOut: 3 } };
  film.ears = [
    earForAny('whole', 'Whole song', {
      ...{ bands: 64, fromHz: 40, toHz: 14000, tiltDbPerOctave: 2.5, release: 0.2 },
    }),
  ];
  film.followers = [follow('kick', 'whole', 'kick'), follow('hats', 'whole', 'hats')];
  const regions = [
    {
      ...{ id: 'drum', longitude: -58, latitude: 18, size: 62, soft: 46 },
      strength: 1,
      tint: 1,
      color: '#c8ff5a',
    },
    {
      ...{ id: 'glitter', longitude: 96, latitude: -12, size: 54, soft: 50 },
      ...{ strength: 0.8, tint: 1, color: '#5a8bff' },
    },
  ];
  const pillars = body(
    film,
    'array',
    'floor',
    {
      ...{ ear: 'whole', layout: 'ring', rings: 5, count: 96, radius: 620, spacing: 64, form: 'box' },
      ...{ by: 'angle', width: 26, rest: 4, reach: 210, curve: 1.6, y: -420 },
    },
    { stops: evenly('#1f2f22', '#4f8f4a', '#d6f2a0'), metal: 0.4, roughness: 0.45, glow: 0.22, by: 'level' },
  );
  const sphere = body(
    film,
    'globe',
    'globe',
    {
      ...{ ear: 'whole', count: 1000, radius: 250, reach: 300, rest: 10, width: 17, curve: 1.2 },
      ...{ by: 'pole', poleLongitude: -58, poleLatitude: 18, form: 'spike', coreColor: '#161d18' },
      ...{ regions, combine: 'greatest' },
    },
    { by: 'one', stops: evenly('#e9efe0'), metal: 0.85, roughness: 0.2 },
  );
  film.layers = [
    stage(film, {
      ...{ id: 'space', name: 'Globe', bodies: [pillars, sphere] },
      camera: { orbit: 0, tilt: 11, distance: 1560, lens: 30, targetY: -70 },
      light: {
        ...{ direction: 40, elevation: 40, key: 1.25, keyColor: '#f6ffe0', ambient: 0.5 },
        ...{
          rim: 0.35,
          rimColor: '#a8d8ff',
          skyColor: '#a8c4b0',
          horizonColor: '#d8e6a0',
          groundColor: '#0c120e',
        },
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
  const own = (key: string, item = '') => ['layers', 'space', key, item] as const;
  tie(film, 'turn', own('bodies.turnY', 'globe'), 'turn', { amount: 9 });
  tie(film, 'lean', own('bodies.turnX', 'globe'), 'wander', { amount: 16, speed: 0.12, detail: 2, seed: 4 });
  tie(film, 'float', own('bodies.y', 'globe'), 'wander', { amount: 34, speed: 0.2, detail: 2, seed: 9 });
  tie(film, 'jump', own('bodies.scale', 'globe'), 'follower', { follower: 'kick', how: 'times', peak: 1.09 });
  tie(film, 'ring', own('bodies.turnY', 'floor'), 'turn', { amount: -4 });
  tie(film, 'orbit', own('camera.orbit'), 'swing', { amount: 24, period: 32 });
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
  tie(film, 'glow-kicks', ['finish', '', 'passes.strength', 'glow'], 'follower', {
    ...{ follower: 'kick', how: 'by', peak: 0.3 },
  });
  film.layers.unshift(background(film, '#1d2a22', '#060a07'));
  return film;
}
