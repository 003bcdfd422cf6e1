import { defaultEar, defaultFollower, fadesStandard, spanStandard, type Film } from '@cyclogram/core';
import { background, body, layer, paint, pass, stage, tie } from './builder';

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
  film.followers = [
    { ...defaultFollower('swell', 'song', 'Swell'), kind: 'loudness', attack: 0.4, release: 1.2 },
  ];
  film.paths = [];
  film.layers = [
    stage(film, {
      id: 'flight',
      name: 'Strait',
      bodies: [
        body(
          film,
          'terrain',
          'land',
          {
            ear: 'song',
            // The high bands in the middle: a quiet strait between shores.
            order: 'mirrored',
            rows: 96,
            interval: 0.1,
            travel: 'towards',
            width: 3600,
            spacing: 46,
            height: 760,
            curve: 1.5,
            smoothBands: 1.5,
            smoothRows: 1.5,
          },
          {
            stops: [
              { id: 'water', at: 0, color: '#123347' },
              { id: 'shore', at: 0.1, color: '#1d5a63' },
              { id: 'slope', at: 0.34, color: '#b4694f' },
              { id: 'top', at: 0.75, color: '#ffcf8a' },
            ],
            metal: 0.7,
            roughness: 0.4,
          },
        ),
      ],
      camera: { orbit: 0, tilt: 13, distance: 2100, lens: 26, targetY: 130, targetZ: 400 },
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
  tie(film, 'drift', ['layers', 'flight', 'camera.orbit'], 'swing', {
    amount: 11,
    period: 46,
  });
  tie(film, 'bank', ['layers', 'flight', 'camera.roll'], 'wander', {
    amount: 3,
    speed: 0.09,
    detail: 1,
    seed: 3,
  });
  tie(film, 'rise', ['layers', 'flight', 'camera.tilt'], 'follower', {
    follower: 'swell',
    how: 'by',
    peak: 7,
  });
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
      color: {
        kind: 'random',
        mix: 'oklch',
        stops: [
          { id: 'warm', at: 0, color: '#ffd9b0' },
          { id: 'cold', at: 1, color: '#a8c4dc' },
        ],
      },
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
