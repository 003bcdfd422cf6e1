import { defaultEar, fadesStandard, spanStandard, type Film } from '@cyclogram/core';
import { randomColors, background, layer, paint, pass, tie } from './builder';
import { flight } from '../scenes/flight';

/** A slow flight over a landscape of metal that the song raises on both sides of a strait. */
export function nightCrossingFilm(film: Film): Film {
  film.title = 'Night Crossing';
  film.artist = 'Low Lanterns';
  film.fades = {
    picture: { ...fadesStandard.picture, fadeIn: 2, fadeOut: 4 },
    sound: { ...fadesStandard.sound, fadeOut: 4 },
  };
  film.ears = [
    {
      ...defaultEar('song', 'The whole song'),
      ...{ bands: 56, fromHz: 55, toHz: 7000, floorDb: -64, ceilingDb: -26, tiltDbPerOctave: 3 },
      ...{ attack: 0.06, release: 0.35, window: 0.17 },
    },
  ];
  film.paths = [];
  film.layers = [
    flight(film, {
      ...{ ear: 'song', height: 760 },
      material: {
        stops: [
          { id: 'water', at: 0, color: '#123347' },
          { id: 'shore', at: 0.1, color: '#1d5a63' },
          { id: 'slope', at: 0.34, color: '#b4694f' },
          { id: 'top', at: 0.75, color: '#ffcf8a' },
        ],
        metal: 0.7,
        roughness: 0.4,
      },
      light: {
        ...{ direction: 150, elevation: 28, key: 1.3, keyColor: '#ffd3a0', ambient: 0.45 },
        ...{ skyColor: '#3f5f8c', horizonColor: '#e39a6a', groundColor: '#0b1018' },
        ...{ fade: 1, fadeColor: '#131b27', fadeFrom: 0.75, fadeTo: 1.9, rim: 0.25, rimColor: '#ffb37a' },
      },
    }),
    layer(film, 'lettering', {
      id: 'title',
      name: 'Title',
      text: 'NIGHT CROSSING',
      font: 'Bebas Neue',
      size: 66,
      tracking: 520,
      at: { x: 960, y: 150 },
      fill: paint('#f6e3c4'),
      shadowOpacity: 0.5,
      shadowColor: '#05070c',
      shadowSoftness: 18,
      span: { from: 2, to: 14, fadeIn: 2.5, fadeOut: 3, curve: 'smooth' },
    }),
  ];
  film.layers.splice(
    1,
    0,
    layer(film, 'flare', {
      id: 'lighthouse',
      name: 'Lighthouse',
      blend: 'screen',
      design: 'searchlight',
      position: { x: 1330, y: 404 },
      brightness: 0.45,
      size: 0.62,
      tint: '#ffdca8',
      softness: 0.7,
      reflections: 0.5,
      span: { ...spanStandard, from: 6, fadeIn: 8 },
    }),
    layer(film, 'particles', {
      id: 'spray',
      name: 'Spray',
      blend: 'screen',
      rate: 22,
      life: 7,
      speed: 24,
      turbulence: 120,
      depth: 1500,
      approach: 120,
      size: 5,
      opacity: 0.42,
      twinkle: 0.4,
      color: randomColors('#ffd9b0', '#a8c4dc'),
    }),
  );
  tie(film, 'lighthouse-swells', ['layers', 'lighthouse', 'brightness'], 'follower', {
    follower: 'swell',
    how: 'to',
    rest: 0.28,
    peak: 0.8,
  });
  film.finish.passes = [
    pass(film, 'glow', { threshold: 0.5, knee: 0.5, radius: 34, strength: 0.4, tint: '#ffd8b0' }),
    pass(film, 'threeTones', {
      shadows: '#060b16',
      midtones: '#7f7489',
      highlights: '#fff0d6',
      amount: 0.22,
    }),
    pass(film, 'vignette', { amount: 0.5, size: 1.02, softness: 0.75, color: '#020308' }),
    pass(film, 'grain', { amount: 0.06, size: 1.8 }),
  ];
  film.layers.unshift(background(film, '#1d2a3a', '#05070c'));
  return film;
}
